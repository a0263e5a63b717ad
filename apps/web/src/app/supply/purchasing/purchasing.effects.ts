import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { purchaseOrderEditSchema } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { exhaustMap, map, switchMap, tap } from 'rxjs';
import { editedEffects } from '../../editing/edited/edited-effects';
import { mapResponse } from '../../shared/requests/map-response';
import { foundHere } from '../../shared/requests/problems';
import { PurchasingApi } from './purchasing.api';
import { purchasingActions, purchasingFeature } from './purchasing.feature';

export const purchasingEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(PurchasingApi)) =>
      actions$.pipe(
        ofType(purchasingActions.listOpened),
        switchMap(() =>
          mapResponse(
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
          mapResponse(
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

  ...editedEffects(
    {
      actions: purchasingActions,
      select: purchasingFeature.selectOrder,
      key: ({ number }) => number,
      id: parcelId,
    },
    (api = inject(PurchasingApi)) => ({
      load: ({ key }) => api.order(key).pipe(map((order) => purchasingActions.came({ order }))),
      // the same check that guards the server
      check: (content, revision) => foundHere(purchaseOrderEditSchema, { ...content, revision }),
      send: (number, content, revision) =>
        api
          .save(number, { ...content, revision })
          .pipe(map((answer) => ({ answer, revision: answer.revision }))),
      parcel: (number, content, revision) => ({
        id: parcelId(number),
        name: `Purchase order ${String(number)}`,
        address: `/purchase-orders/${String(number)}`,
        request: { way: 'object', url: `/api/purchase-orders/${String(number)}` },
        content,
        revision,
      }),
    }),
  ),

  place: createEffect(
    (actions$ = inject(Actions), api = inject(PurchasingApi)) =>
      actions$.pipe(
        ofType(purchasingActions.placed),
        exhaustMap(({ number, revision }) =>
          mapResponse(
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
          mapResponse(
            api.discard(number).pipe(tap(() => void router.navigate(['/purchase-orders']))),
            () => purchasingActions.gone(),
            (problem) => purchasingActions.refused({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),
};

function parcelId(number: number): string {
  return `purchaseOrder ${String(number)}`;
}
