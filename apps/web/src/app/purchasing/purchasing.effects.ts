import { inject } from '@angular/core';
import { Router } from '@angular/router';
import {
  check,
  purchaseOrderEditSchema,
  type ProblemDetails,
  type PurchaseOrderContent,
} from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { exhaustMap, filter, map, switchMap, tap } from 'rxjs';
import { answer } from '../shared/answer';
import { keepEdits } from '../shared/keep-edits';
import { isUnreachable } from '../shared/problems';
import { PurchasingApi } from './purchasing.api';
import { purchasingActions, purchasingFeature } from './purchasing.feature';

export const purchasingEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(PurchasingApi)) =>
      actions$.pipe(
        ofType(purchasingActions.listOpened),
        switchMap(() =>
          answer(
            api.orders(),
            (orders) => purchasingActions.listCame({ orders }),
            (problem) => purchasingActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  begin: createEffect(
    (actions$ = inject(Actions), api = inject(PurchasingApi)) =>
      actions$.pipe(
        ofType(purchasingActions.begin),
        exhaustMap(({ content }) =>
          answer(
            api.begin(content),
            (order) => purchasingActions.begun({ order }),
            (problem) => purchasingActions.notBegun({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  showBegun: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(purchasingActions.begun),
        tap(({ order }) => void router.navigate(['/purchase-orders', order.number])),
      ),
    { functional: true, dispatch: false },
  ),

  open: createEffect(
    (actions$ = inject(Actions), api = inject(PurchasingApi), store = inject(Store)) => {
      const order = store.selectSignal(purchasingFeature.selectOrder);
      return actions$.pipe(
        ofType(purchasingActions.opened),
        filter(() => order().value === null),
        switchMap(({ number }) =>
          answer(
            api.order(number),
            (found) => purchasingActions.came({ order: found }),
            (problem) => purchasingActions.failed({ problem }),
          ),
        ),
      );
    },
    { functional: true },
  ),

  keep: createEffect(
    (actions$ = inject(Actions), api = inject(PurchasingApi), store = inject(Store)) => {
      const order = store.selectSignal(purchasingFeature.selectOrder);
      return keepEdits({
        edited$: actions$.pipe(
          ofType(
            purchasingActions.edited,
            purchasingActions.undone,
            purchasingActions.redone,
            purchasingActions.mineInsisted,
          ),
        ),
        hurried$: actions$.pipe(ofType(purchasingActions.opened, purchasingActions.left)),
        unreachable$: actions$.pipe(
          ofType(purchasingActions.notKept),
          filter(({ problem }) => isUnreachable(problem)),
        ),
        editing: () => {
          const open = order().value;
          return open && { key: open.number, editing: open.editing };
        },
        check: problemIn,
        send: (number, content, revision) =>
          api
            .keep(number, { ...content, revision })
            .pipe(map((kept) => purchasingActions.kept({ content, order: kept }))),
        keeping: (number) => purchasingActions.keeping({ number }),
        notKept: (number, problem) => purchasingActions.notKept({ number, problem }),
      });
    },
    { functional: true },
  ),

  place: createEffect(
    (actions$ = inject(Actions), api = inject(PurchasingApi)) =>
      actions$.pipe(
        ofType(purchasingActions.placed),
        exhaustMap(({ number, revision }) =>
          answer(
            api.place(number, revision),
            (order) => purchasingActions.came({ order }),
            (problem) => purchasingActions.refused({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  discard: createEffect(
    (actions$ = inject(Actions), api = inject(PurchasingApi), router = inject(Router)) =>
      actions$.pipe(
        ofType(purchasingActions.discarded),
        exhaustMap(({ number }) =>
          answer(
            api.discard(number).pipe(tap(() => void router.navigate(['/purchase-orders']))),
            () => purchasingActions.gone(),
            (problem) => purchasingActions.refused({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),
};

/** The same check that guards the server. */
function problemIn(content: PurchaseOrderContent, revision: number): ProblemDetails | null {
  const reading = check(purchaseOrderEditSchema, { ...content, revision });
  if (reading.ok) return null;
  const detail = reading.problems.map(({ sentence }) => `${sentence}.`).join(' ');
  return { type: 'about:blank', title: 'Not kept', status: 422, detail, fields: reading.problems };
}
