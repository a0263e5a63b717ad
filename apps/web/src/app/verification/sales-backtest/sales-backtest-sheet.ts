import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnDestroy,
} from '@angular/core';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  SALES_BACKTEST_KINDS,
  type SalesBacktestPage,
  type SalesBacktestView,
} from '@honest-ledger/contracts';
import { decimal, print, subtract } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/fields/choice-field';
import { FileLinks } from '../../shared/files/file-links';
import { Notice } from '../../shared/notices/notice';
import { writeChange, writeNumber } from '../../shared/numbers/numbers';
import { countedUnits } from '../../shared/reference/names';
import { TextField } from '../../shared/fields/text-field';
import { whenChanged } from '../../shared/requests/when-changed';
import { addressOf } from './sales-backtest.api';
import {
  ROWS_AT_ONCE,
  salesBacktestActions,
  salesBacktestFeature,
  type LinesShown,
} from './sales-backtest.feature';
import { SalesBacktestSpread } from './sales-backtest-spread';
import { KINDS, STATES, whichSales } from './sales-backtest-words';

/** More than that nobody reads in a list: it is narrowed, or taken out as a file. */
const MAX_SHOWN = 500;

/** Past sales as they come out now: how far it is, sums, causes, lines, and faults of the engine. */
@Component({
  selector: 'hl-sales-backtest-sheet',
  imports: [
    ChoiceField,
    FileLinks,
    MatButton,
    MatProgressBar,
    Notice,
    RouterLink,
    SalesBacktestSpread,
    TextField,
  ],
  templateUrl: './sales-backtest-sheet.html',
  styles: `
    .line,
    .sides {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 6px 14px;
      margin: 8px 18px;
    }
    .sides {
      align-items: start;
      gap: 12px 48px;
    }
    .sums {
      width: auto;
    }
    progress {
      width: 280px;
      accent-color: var(--action);
    }
    .link {
      padding: 0;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-align: start;
      text-decoration: underline;
      cursor: pointer;
    }
    .item {
      white-space: nowrap;
    }
    .more {
      margin: 8px 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SalesBacktestSheet implements OnDestroy {
  readonly id = input.required<string>();

  private readonly store = inject(Store);
  protected readonly run = this.store.selectSignal(salesBacktestFeature.selectRun);
  protected readonly shown = this.store.selectSignal(salesBacktestFeature.selectShown);
  protected readonly lines = this.store.selectSignal(salesBacktestFeature.selectLines);
  protected readonly sums = computed(() =>
    (this.run().value?.sums ?? []).map((sum) => ({
      ...sum,
      change: print(subtract(decimal(sum.now), decimal(sum.was))),
    })),
  );
  protected readonly filter = computed(() => {
    const { kind, text } = this.shown();
    return { kind, text };
  });
  protected readonly kinds = SALES_BACKTEST_KINDS.map((code) => ({ code, name: KINDS[code] }));
  protected readonly states = STATES;
  protected readonly which = whichSales;
  protected readonly counted = countedUnits();
  protected readonly write = writeNumber;
  protected readonly writeChange = writeChange;

  constructor() {
    whenChanged(this.id, () => {
      this.open();
    });
  }

  ngOnDestroy(): void {
    this.store.dispatch(salesBacktestActions.left());
  }

  protected open(): void {
    this.store.dispatch(salesBacktestActions.opened({ id: this.id() }));
  }

  protected cancel(id: string): void {
    this.store.dispatch(salesBacktestActions.cancelled({ id }));
  }

  protected count(of: number): string {
    return writeNumber(String(of));
  }

  /** What it says of the engine where nothing was found. */
  protected evidence({ older }: SalesBacktestView): string {
    const same =
      '✓ Under their own version, costs and facts all of them come out as they were sold';
    return older === 0
      ? `${same}.`
      : `${same}; ${this.count(older)} sales were priced by an older engine, so they tell nothing of this.`;
  }

  protected show(shown: Partial<LinesShown>): void {
    this.store.dispatch(salesBacktestActions.shownChanged({ shown }));
  }

  protected showKind(code: string): void {
    this.show({ kind: SALES_BACKTEST_KINDS.find((one) => one === code) ?? null });
  }

  protected fileOf(id: string): string {
    return `${addressOf(id)}/file`;
  }

  protected most({ total }: SalesBacktestPage): number {
    return Math.min(total, MAX_SHOWN);
  }

  protected more(page: SalesBacktestPage): void {
    this.show({ limit: Math.min(page.rows.length + ROWS_AT_ONCE, MAX_SHOWN) });
  }
}
