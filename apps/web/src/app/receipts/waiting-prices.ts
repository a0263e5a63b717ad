import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Decide, WaitingPage, WaitingPrice } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { catchError, map, of, switchMap, type Observable } from 'rxjs';
import { draftActions, draftFeature } from '../draft/draft.feature';
import { mayDo } from '../session/may-do';
import { FigureField } from '../shared/figure-field';
import { writeNumber } from '../shared/numbers';
import { problemOf } from '../shared/problems';
import { writeMove } from './receipt-sheet';
import { ReceiptsApi } from './receipts.api';

const ROWS_AT_ONCE = 100;
/** More than that nobody reads in a list; deciding on all is possible all the same. */
const MOST_SHOWN = 500;

interface Found {
  readonly page: WaitingPage | null;
  readonly problem: string | null;
}

/** Prices that wait for somebody to look at them: accepted into the draft, refused, or left out. */
@Component({
  selector: 'hl-waiting-prices',
  imports: [FigureField, RouterLink],
  templateUrl: './waiting-prices.html',
  styleUrl: './waiting-prices.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WaitingPrices {
  /** Only those of one receipt. */
  readonly receipt = input<string>();

  private readonly api = inject(ReceiptsApi);
  private readonly store = inject(Store);
  private readonly draft = this.store.selectSignal(draftFeature.selectChosen);
  protected readonly mayDecide = mayDo('editSetup');
  protected readonly sort = signal<'move' | 'item'>('move');
  private readonly limit = signal(ROWS_AT_ONCE);
  /** Goes up with every decision, so that the list is asked for anew. */
  private readonly asked = signal(0);
  protected readonly chosen = signal<ReadonlySet<number>>(new Set());
  /** Prices that were typed instead of those that would follow. */
  protected readonly typed = signal<Readonly<Record<string, string>>>({});
  protected readonly refused = signal<string | null>(null);
  private readonly question = computed(() => ({
    receipt: this.receipt() ?? null,
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

  protected choose({ id }: WaitingPrice, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const { checked } = target;
    this.chosen.update((chosen) =>
      checked ? new Set([...chosen, id]) : new Set([...chosen].filter((one) => one !== id)),
    );
  }

  protected chooseAll({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    this.chosen.set(new Set(target.checked ? this.rows().map(({ id }) => id) : []));
  }

  protected most(total: number): number {
    return Math.min(total, MOST_SHOWN);
  }

  protected more(): void {
    this.limit.update((limit) => Math.min(limit * 2, MOST_SHOWN));
  }

  protected decide(decision: Decide['decision'], ids = [...this.chosen()]): void {
    if (ids.length === 0) return;
    const typed = Object.entries(this.typed()).filter(([id]) => ids.includes(Number(id)));
    const prices = decision === 'accept' ? Object.fromEntries(typed) : {};
    this.refused.set(null);
    this.api.decide({ ids, decision, prices, draft: this.draft() }).subscribe({
      next: () => {
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
}
