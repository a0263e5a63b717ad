import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { ItemRow, PurchaseAnswer, SupplierAnswer } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { ItemPicker } from '../../shared/reference/item-picker';
import { ChoiceField } from '../../shared/fields/choice-field';
import { hasPermission } from '../../shared/session/may-do';
import { DayField } from '../../shared/fields/day-field';
import { FigureField } from '../../shared/fields/figure-field';
import { writeNumber } from '../../shared/numbers/numbers';
import { problemOf } from '../../shared/requests/problems';
import { verdictWords } from './offer-words';
import { PurchasingApi } from './purchasing.api';
import { purchasingActions, purchasingFeature } from './purchasing.feature';
import { PAUSES } from '../../shared/requests/pauses';

interface Found {
  readonly answer: PurchaseAnswer | null;
  readonly problem: string | null;
}

const NOTHING: Found = { answer: null, problem: null };

/** Asks the suppliers' costs without an order: who is cheapest for so many of an item on a day? */
@Component({
  selector: 'hl-purchase-desk',
  imports: [ChoiceField, DayField, FigureField, ItemPicker, MatButton, RouterLink],
  templateUrl: './purchase-desk.html',
  styleUrl: './purchase-desk.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PurchaseDesk {
  /** An item's page leads here with its number. */
  readonly item = input<string>();

  private readonly api = inject(PurchasingApi);
  private readonly store = inject(Store);
  protected readonly mayOrder = hasPermission('editFacts');
  protected readonly problem = this.store.selectSignal(purchasingFeature.selectProblem);
  protected readonly chosen = linkedSignal(() => this.item() ?? null);
  protected readonly quantity = linkedSignal({ source: this.item, computation: () => '1' });
  protected readonly unit = linkedSignal({
    source: this.chosen,
    computation: (): string | null => null,
  });
  protected readonly day = linkedSignal({
    source: this.item,
    computation: (): string | null => null,
  });
  private readonly question = computed(() => {
    const item = this.chosen();
    if (item === null) return null;
    return { item, quantity: this.quantity(), unit: this.unit(), day: this.day() };
  });
  protected readonly found = toSignal(
    toObservable(this.question).pipe(
      debounceTime(PAUSES.search),
      switchMap((question): Observable<Found> =>
        question
          ? this.api.ask(question).pipe(
              map((answer): Found => ({ answer, problem: null })),
              catchError((error: unknown) =>
                of<Found>({ answer: null, problem: problemOf(error).detail }),
              ),
            )
          : of(NOTHING),
      ),
    ),
    { initialValue: NOTHING },
  );
  protected readonly write = writeNumber;
  protected readonly verdict = verdictWords;

  protected pick({ item }: ItemRow): void {
    this.chosen.set(item);
  }

  protected units({ units }: PurchaseAnswer): { code: string; name: string }[] {
    return units.map((unit) => ({ code: unit, name: unit }));
  }

  protected order({ supplier }: SupplierAnswer, { item, quantity, day }: PurchaseAnswer): void {
    const lines = [{ item, quantity, unit: this.unit() }];
    const content = { supplier: supplier.code, day, note: '', lines };
    this.store.dispatch(purchasingActions.begin({ content }));
  }
}
