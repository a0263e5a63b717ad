import { inject } from '@angular/core';
import { Router } from '@angular/router';
import {
  purchaseOrderEditSchema,
  type ProblemDetails,
  type PurchaseOrderContent,
} from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { exhaustMap, filter, map, switchMap, tap } from 'rxjs';
import { Outbox } from '../../editing/outbox/outbox';
import { OutboxStorage } from '../../editing/outbox/outbox-storage';
import { mapResponse } from '../../shared/requests/map-response';
import type { LeftEdit } from '../../editing/editing';
import { saveEdits, type Saving } from '../../editing/outbox/save-edits';
import { foundHere, isUnreachable } from '../../shared/requests/problems';
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

  open: createEffect(
    (
      actions$ = inject(Actions),
      api = inject(PurchasingApi),
      store = inject(Store),
      outbox = inject(Outbox),
    ) => {
      const order = store.selectSignal(purchasingFeature.selectOrder);
      return actions$.pipe(
        ofType(purchasingActions.opened),
        filter(() => order().value === null),
        switchMap(({ number }) => {
          const found$ = api
            .order(number)
            .pipe(map((found) => purchasingActions.came({ order: found })));
          return outbox.open(parcelId(number), found$, {
            failed: (problem) => purchasingActions.failed({ problem }),
            // a parcel of this id is made below alone
            takenUp: (parcel) =>
              purchasingActions.takenUp({ parcel: parcel as LeftEdit<PurchaseOrderContent> }),
          });
        }),
      );
    },
    { functional: true },
  ),

  save: createEffect(
    (
      actions$ = inject(Actions),
      api = inject(PurchasingApi),
      store = inject(Store),
      storage = inject(OutboxStorage),
    ) => {
      const order = store.selectSignal(purchasingFeature.selectOrder);
      const saving: Saving<PurchaseOrderContent, number> = {
        edited$: actions$.pipe(
          ofType(
            purchasingActions.edited,
            purchasingActions.undone,
            purchasingActions.redone,
            purchasingActions.rebased,
            purchasingActions.takenUp,
          ),
        ),
        hurried$: actions$.pipe(ofType(purchasingActions.opened)),
        left$: actions$.pipe(ofType(purchasingActions.left)),
        given$: actions$.pipe(ofType(purchasingActions.serverVersionTaken)),
        unreachable$: actions$.pipe(
          ofType(purchasingActions.notSaved),
          filter(({ problem }) => isUnreachable(problem)),
        ),
        editing: () => {
          const open = order().value;
          return open && { key: open.number, editing: open.editing };
        },
        check: problemIn,
        send: (number, content, revision) =>
          api.save(number, { ...content, revision }).pipe(
            map((saved) => ({
              saved: purchasingActions.saved({ content, order: saved }),
              revision: saved.revision,
            })),
          ),
        saving: (number) => purchasingActions.saving({ number }),
        notSaved: (number, problem) => purchasingActions.notSaved({ number, problem }),
        handedOver: () => purchasingActions.handedOver(),
        parcel: (number, content, revision) => ({
          id: parcelId(number),
          name: `Purchase order ${String(number)}`,
          address: `/purchase-orders/${String(number)}`,
          request: { way: 'object', url: `/api/purchase-orders/${String(number)}` },
          content,
          revision,
        }),
      };
      return saveEdits(saving, parcelId, storage);
    },
    { functional: true },
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

const parcelId = (number: number): string => `purchaseOrder ${String(number)}`;

/** The same check that guards the server. */
function problemIn(content: PurchaseOrderContent, revision: number): ProblemDetails | null {
  return foundHere(purchaseOrderEditSchema, { ...content, revision });
}
