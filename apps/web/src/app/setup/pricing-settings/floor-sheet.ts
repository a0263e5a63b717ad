import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { SettingsForm } from '@honest-ledger/contracts';
import {
  FLOOR_ACTIONS,
  type FloorAction,
  type FloorLeast,
  type Scope,
} from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/fields/choice-field';
import { GoodsField } from '../../shared/reference/goods-field';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { FigureField } from '../../shared/fields/figure-field';

type Floors = SettingsForm['floors'];
type Least = Floors[number]['least'];

const THEN: Readonly<Record<FloorAction, string>> = {
  warn: 'Warn',
  hold: 'Hold for approval',
  lift: 'Raise price',
};

const LEASTS: Readonly<Record<FloorLeast['kind'], string>> = {
  margin: 'margin, %',
  amount: 'amount for each base unit',
  ofBasePrice: '% of the base price',
};

/** Minimum prices: which goods, what they keep or cost at least, and what is done below it. */
@Component({
  selector: 'hl-floor-sheet',
  imports: [ChoiceField, FigureField, MatButton, GoodsField],
  templateUrl: './floor-sheet.html',
  styleUrl: './basics.scss',
  styles: `
    .goods {
      white-space: normal;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FloorSheet {
  readonly floors = input.required<Floors>();
  /** The currency that a new amount is in. */
  readonly home = input.required<string>();
  readonly changed = output<Floors>();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly actions = FLOOR_ACTIONS.map((code) => ({ code, name: THEN[code] }));
  protected readonly leasts = Object.entries(LEASTS).map(([code, name]) => ({ code, name }));
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );

  protected setScope(index: number, scope: Scope): void {
    this.replace(index, { scope });
  }

  /** Another kind begins where it binds nothing: a figure of one kind says nothing in another. */
  protected setKind(index: number, code: string): void {
    const least: Least =
      code === 'amount'
        ? { kind: 'amount', amount: '0', currency: this.home() }
        : { kind: code === 'ofBasePrice' ? 'ofBasePrice' : 'margin', percent: '0' };
    this.replace(index, { least });
  }

  protected setFigure(index: number, { least }: Floors[number], figure: string): void {
    this.replace(index, {
      least: least.kind === 'amount' ? { ...least, amount: figure } : { ...least, percent: figure },
    });
  }

  protected setCurrency(index: number, { least }: Floors[number], currency: string): void {
    if (least.kind === 'amount') this.replace(index, { least: { ...least, currency } });
  }

  protected setThen(index: number, code: string): void {
    const then = FLOOR_ACTIONS.find((one) => one === code);
    if (then) this.replace(index, { then });
  }

  protected takeOut(index: number): void {
    this.changed.emit(this.floors().filter((_, place) => place !== index));
  }

  /** A new one says that nothing is sold below its cost. */
  protected add(): void {
    const least = { kind: 'margin', percent: '0' } as const;
    const fresh = { id: crypto.randomUUID(), scope: { kind: 'all' }, least } as const;
    this.changed.emit([...this.floors(), { ...fresh, then: 'warn' }]);
  }

  private replace(index: number, part: Partial<Floors[number]>): void {
    this.changed.emit(
      this.floors().map((floor, place) => (place === index ? { ...floor, ...part } : floor)),
    );
  }
}
