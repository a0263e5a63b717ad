import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { ReceiptView } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, exhaustMap, map, merge, of, switchMap, takeUntil, tap } from 'rxjs';
import { answer } from '../shared/answer';
import { problemOf } from '../shared/problems';
import { sending, watching } from '../shared/sent-file';
import { ReceiptsApi } from './receipts.api';
import { receiptsActions } from './receipts.feature';

const isWorkedOn = ({ state }: ReceiptView): boolean =>
  state === 'comparing' || state === 'applying';

export const receiptsEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(ReceiptsApi)) =>
      actions$.pipe(
        ofType(receiptsActions.listOpened),
        switchMap(() =>
          answer(
            api.all(),
            (receipts) => receiptsActions.listCame({ receipts }),
            (problem) => receiptsActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  send: createEffect(
    (actions$ = inject(Actions), api = inject(ReceiptsApi)) =>
      actions$.pipe(
        ofType(receiptsActions.send),
        exhaustMap(({ supplier, file }) =>
          sending(
            api.send(supplier, file),
            (part) => receiptsActions.onItsWay({ part }),
            (receipt) => receiptsActions.sent({ receipt }),
            (problem) => receiptsActions.notSent({ problem }),
          ).pipe(takeUntil(actions$.pipe(ofType(receiptsActions.left)))),
        ),
      ),
    { functional: true },
  ),

  sendBill: createEffect(
    (actions$ = inject(Actions), api = inject(ReceiptsApi)) =>
      actions$.pipe(
        ofType(receiptsActions.sendBill),
        exhaustMap(({ bill }) =>
          answer(
            api.bill(bill),
            (receipt) => receiptsActions.sent({ receipt }),
            (problem) => receiptsActions.notSent({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  show: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(receiptsActions.sent),
        tap(({ receipt }) => void router.navigate(['/receipts', receipt.id])),
      ),
    { functional: true, dispatch: false },
  ),

  watch: createEffect(
    (actions$ = inject(Actions), api = inject(ReceiptsApi)) =>
      actions$.pipe(
        ofType(receiptsActions.opened),
        switchMap(({ id }) =>
          answer(
            watching(() => api.one(id), isWorkedOn),
            (receipt) => receiptsActions.came({ receipt }),
            (problem) => receiptsActions.failed({ problem }),
          ).pipe(takeUntil(actions$.pipe(ofType(receiptsActions.left)))),
        ),
      ),
    { functional: true },
  ),

  /** What is asked of a receipt; then it is watched until the server has done it. */
  ask: createEffect(
    (actions$ = inject(Actions), api = inject(ReceiptsApi)) =>
      merge(
        actions$.pipe(
          ofType(receiptsActions.mapped),
          map(({ id, mapping }) => api.map(id, mapping)),
        ),
        actions$.pipe(
          ofType(receiptsActions.leftOut),
          map(({ id, what }) => api.leaveOut(id, what)),
        ),
        actions$.pipe(
          ofType(receiptsActions.takeIn),
          map(({ id, what }) => api.takeIn(id, what)),
        ),
        actions$.pipe(
          ofType(receiptsActions.undo),
          map(({ id, undo }) => api.undo(id, undo)),
        ),
        actions$.pipe(
          ofType(receiptsActions.cancel),
          map(({ id }) => api.cancel(id)),
        ),
      ).pipe(
        concatMap((asked) =>
          asked.pipe(
            concatMap((receipt) =>
              of(receiptsActions.came({ receipt }), receiptsActions.opened({ id: receipt.id })),
            ),
            catchError((error: unknown) =>
              of(receiptsActions.refused({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),
};
