import { inject } from '@angular/core';
import { Router } from '@angular/router';
import {
  BARE_LINE,
  contentOfDocument,
  type DeskQuestion,
  type DocumentView,
} from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  debounceTime,
  EMPTY,
  exhaustMap,
  forkJoin,
  map,
  of,
  switchMap,
  tap,
  type Observable,
} from 'rxjs';
import { addressOf } from '../../shared/documents/document-words';
import { DocumentsApi } from '../documents/state/documents.api';
import { mapResponse } from '../../shared/requests/map-response';
import { problemOf } from '../../shared/requests/problems';
import { PriceDeskApi } from '../documents/state/price-desk.api';
import { priceDeskActions, priceDeskFeature } from './price-desk.feature';
import { PAUSES } from '../../shared/requests/pauses';

export const priceDeskEffects = {
  /** Whatever is typed is asked at once, after a short pause. */
  change: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(
          priceDeskActions.itemChosen,
          priceDeskActions.customerChosen,
          priceDeskActions.termsChanged,
        ),
        debounceTime(PAUSES.search),
        map(() => priceDeskActions.asked()),
      ),
    { functional: true },
  ),

  ask: createEffect(
    (actions$ = inject(Actions), api = inject(PriceDeskApi), store = inject(Store)) => {
      const question = store.selectSignal(priceDeskFeature.selectQuestion);
      return actions$.pipe(
        ofType(priceDeskActions.asked),
        switchMap(() => {
          const asked = question();
          if (!asked) return EMPTY;
          const { item, customer } = asked;
          const before = customer === null ? { item } : { item, customer };
          return mapResponse(
            forkJoin({ answer: api.ask(asked), paid: api.lastPrices(before) }),
            (prices) => priceDeskActions.answered(prices),
            (problem) => priceDeskActions.failed({ problem }),
          );
        }),
      );
    },
    { functional: true },
  ),

  quote: createEffect(
    (
      actions$ = inject(Actions),
      api = inject(DocumentsApi),
      store = inject(Store),
      router = inject(Router),
    ) => {
      const question = store.selectSignal(priceDeskFeature.selectQuestion);
      return actions$.pipe(
        ofType(priceDeskActions.quoted),
        exhaustMap(() => {
          const asked = question();
          if (!asked) return EMPTY;
          return quoteFor(api, asked).pipe(
            tap((document) => void router.navigate([...addressOf(document)])),
            switchMap(() => EMPTY),
            catchError((error: unknown) =>
              of(priceDeskActions.notQuoted({ problem: problemOf(error) })),
            ),
          );
        }),
      );
    },
    { functional: true },
  ),
};

/** A quote of what was asked: at the outlet, in the currency, at the level and as of the moment that were asked for. */
function quoteFor(api: DocumentsApi, asked: DeskQuestion): Observable<DocumentView> {
  const { item, quantity, unit, duration, customer, outlet, currency, level, asOf } = asked;
  return api.begin({ kind: 'quote', customer }).pipe(
    switchMap((begun) => {
      const content = contentOfDocument(begun);
      const line = { ...BARE_LINE, id: crypto.randomUUID(), item, quantity, unit, duration };
      return api.save(begun.number, {
        ...content,
        revision: begun.revision,
        outlet: outlet ?? content.outlet,
        currency: currency ?? content.currency,
        level,
        asOf,
        lines: [line],
      });
    }),
  );
}
