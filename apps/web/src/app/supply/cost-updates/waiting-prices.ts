import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Decide, WaitingPage, WaitingPrice } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { Snack } from '../../shared/dialogs/snack';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { draftActions, draftFeature } from '../../editing/draft/draft.feature';
import { hasPermission } from '../../shared/session/may-do';
import { writeInstant } from '../../shared/numbers/dates';
import { FigureField } from '../../shared/fields/figure-field';
import { writeNumber } from '../../shared/numbers/numbers';
import { problemOf } from '../../shared/requests/problems';
import { writeMove } from './cost-update-sheet';
import { CostUpdatesApi } from './cost-updates.api';
import { PAUSES } from '../../shared/requests/pauses';

const ROWS_AT_ONCE = 100;
import { ScreenTabs } from '../../shared/tabs/screen-tabs';
import { PRICE_CHANGE_TABS } from '../../shared/tabs/price-change-tabs';
import { ChoiceField } from '../../shared/fields/choice-field';

/** More than that nobody reads in a list; deciding on all is possible all the same. */
const MAX_SHOWN = 500;

const SORTS = [
  { code: 'costUpdate', name: 'By cost update' },
  { code: 'move', name: 'Largest change first' },
  { code: 'item', name: 'By item number' },
] as const;
type Sort = (typeof SORTS)[number]['code'];

interface Found {
  readonly page: WaitingPage | null;
  readonly problem: string | null;
}

/** Prices that wait for somebody to look at them: accepted into the draft, refused, or left out. */
@Component({
  selector: 'hl-waiting-prices',
  imports: [ChoiceField, FigureField, MatButton, MatCheckbox, RouterLink, ScreenTabs],
  templateUrl: './waiting-prices.html',
  styleUrl: './waiting-prices.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WaitingPrices {
  protected readonly tabs = PRICE_CHANGE_TABS;
  /** Only those of one cost update. */
  readonly costUpdate = input<string>();

  private readonly api = inject(CostUpdatesApi);
  private readonly store = inject(Store);
  private readonly draft = this.store.selectSignal(draftFeature.selectChosen);
  protected readonly mayDecide = hasPermission('editSetup');
  protected readonly sort = signal<Sort>('costUpdate');
  protected readonly sorts = SORTS;
  private readonly snack = inject(Snack);
  private readonly limit = signal(ROWS_AT_ONCE);
  /** Goes up with every decision, so that the list is asked for anew. */
  private readonly asked = signal(0);
  protected readonly chosen = signal<ReadonlySet<number>>(new Set());
  /** Prices that were typed instead of those that would follow. */
  protected readonly typed = signal<Readonly<Record<string, string>>>({});
  protected readonly refused = signal<string | null>(null);
  private readonly choice = computed(() => {
    const ids = [...this.chosen()];
    return ids.length === 0 ? null : { ids, prices: this.typedOf(ids) };
  });
  /** What accepting the chosen prices would do to margins. */
  protected readonly weighed = toSignal(
    toObservable(this.choice).pipe(
      debounceTime(PAUSES.search),
      switchMap((choice) =>
        choice ? this.api.weigh(choice).pipe(catchError(() => of(null))) : of(null),
      ),
    ),
    { initialValue: null },
  );
  private readonly question = computed(() => ({
    costUpdate: this.costUpdate() ?? null,
    sort: this.sort(),
    offset: 0,
    limit: this.limit(),
    asked: this.asked(),
  }));
  protected readonly found = toSignal(
    toObservable(this.question).pipe(
      switchMap(({ asked: _, ...question }): Observable<Found> =>
        this.api.waiting(question).pipe(
          map((page): Found => ({ page, problem: null })),
          catchError((error: unknown) =>
            of<Found>({ page: null, problem: problemOf(error).detail }),
          ),
        ),
      ),
    ),
    { initialValue: { page: null, problem: null } },
  );
  protected readonly rows = computed(() => this.found().page?.rows ?? []);
  /** The cost updates that the shown rows are of, where they come cost update by cost update. */
  protected readonly groups = computed((): Group[] => {
    if (this.sort() !== 'costUpdate') return [{ heading: null, rows: this.rows() }];
    const groups = new Map<string, WaitingPrice[]>();
    for (const row of this.rows()) {
      const others = groups.get(row.costUpdate);
      if (others) others.push(row);
      else groups.set(row.costUpdate, [row]);
    }
    return [...groups].map(([costUpdate, rows]) => ({
      heading: headingOf(costUpdate, rows),
      rows,
    }));
  });
  protected readonly count = computed(() => this.chosen().size);
  protected readonly write = writeNumber;
  protected readonly move = writeMove;

  protected priceOf({ id, price }: WaitingPrice): string {
    return this.typed()[id] ?? price.after ?? '';
  }

  protected type({ id }: WaitingPrice, price: string): void {
    this.typed.update((typed) => ({ ...typed, [id]: price }));
    this.chosen.update((chosen) => new Set([...chosen, id]));
  }

  protected choose({ id }: WaitingPrice, checked: boolean): void {
    this.chosen.update((chosen) =>
      checked ? new Set([...chosen, id]) : new Set([...chosen].filter((one) => one !== id)),
    );
  }

  protected chooseAll(checked: boolean, rows = this.rows()): void {
    const ids = new Set(rows.map(({ id }) => id));
    const others = [...this.chosen()].filter((id) => !ids.has(id));
    this.chosen.set(new Set(checked ? [...others, ...ids] : others));
  }

  protected isChosen(rows: readonly WaitingPrice[]): boolean {
    return rows.length > 0 && rows.every(({ id }) => this.chosen().has(id));
  }

  protected setSort(value: string): void {
    this.sort.set(SORTS.find(({ code }) => code === value)?.code ?? 'costUpdate');
  }

  protected most(total: number): number {
    return Math.min(total, MAX_SHOWN);
  }

  protected more(): void {
    this.limit.update((limit) => Math.min(limit * 2, MAX_SHOWN));
  }

  protected decide(decision: Decide['decision'], ids = [...this.chosen()]): void {
    if (ids.length === 0) return;
    const prices = decision === 'accept' ? this.typedOf(ids) : {};
    this.refused.set(null);
    this.api.decide({ ids, decision, prices, draft: this.draft() }).subscribe({
      next: () => {
        this.offerUndo(`${DECISION_WORDS[decision]} ${String(ids.length)}.`, ids);
        this.chosen.set(new Set());
        this.typed.set({});
        this.asked.update((asked) => asked + 1);
        this.store.dispatch(draftActions.changed());
      },
      error: (error: unknown) => {
        this.refused.set(problemOf(error).detail);
        this.asked.update((asked) => asked + 1);
      },
    });
  }

  private offerUndo(words: string, ids: readonly number[]): void {
    this.snack.offerUndo(words, () => {
      this.takeBack(words, ids);
    });
  }

  private takeBack(words: string, ids: readonly number[]): void {
    this.refused.set(null);
    this.api.takeBack({ ids }).subscribe({
      next: () => {
        this.asked.update((asked) => asked + 1);
        this.store.dispatch(draftActions.changed());
      },
      error: (error: unknown) => {
        this.refused.set(problemOf(error).detail);
        this.offerUndo(words, ids);
      },
    });
  }

  private typedOf(ids: readonly number[]): Record<string, string> {
    const typed = Object.entries(this.typed()).filter(([id]) => ids.includes(Number(id)));
    return Object.fromEntries(typed);
  }
}

/** Rows that came together. */
interface Group {
  /** Null where they are not told apart by cost updates. */
  readonly heading: { readonly costUpdate: string; readonly words: string } | null;
  readonly rows: readonly WaitingPrice[];
}

const DECISION_WORDS: Readonly<Record<Decide['decision'], string>> = {
  accept: 'Accepted',
  refuse: 'Rejected',
  leaveOut: 'Rejected and excluded:',
};

function headingOf(costUpdate: string, rows: readonly WaitingPrice[]): Group['heading'] {
  const [first] = rows;
  const words = first ? `${first.supplier}, ${writeInstant(first.at)}` : '';
  return { costUpdate, words };
}
