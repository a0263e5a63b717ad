import { HttpEventType } from '@angular/common/http';
import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { ReceiptView } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import {
  catchError,
  concatMap,
  exhaustMap,
  filter,
  map,
  merge,
  of,
  switchMap,
  takeUntil,
  takeWhile,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { answer } from '../shared/answer';
import { problemOf } from '../shared/problems';
import { ReceiptsApi } from './receipts.api';
import { receiptsActions } from './receipts.feature';

/** How often a receipt is asked after while the server works on it. */
const PAUSE_MILLISECONDS = 400;

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
          api.send(supplier, file).pipe(
            map((event) => {
              if (event.type === HttpEventType.Response && event.body) {
                return receiptsActions.sent({ receipt: event.body });
              }
              return event.type === HttpEventType.UploadProgress && event.total
                ? receiptsActions.onItsWay({ part: event.loaded / event.total })
                : null;
            }),
            filter((action) => action !== null),
            takeUntil(actions$.pipe(ofType(receiptsActions.left))),
            catchError((error: unknown) =>
              of(receiptsActions.notSent({ problem: problemOf(error) })),
            ),
          ),
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
        switchMap(({ id }) => watched(actions$, api, id)),
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
          map(({ id }) => api.undo(id)),
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

/** A receipt as it is, again and again until the server has nothing more to do with it. */
function watched(actions$: Observable<Action>, api: ReceiptsApi, id: string): Observable<Action> {
  return timer(0, PAUSE_MILLISECONDS).pipe(
    exhaustMap(() => api.one(id)),
    takeWhile(isWorkedOn, true),
    map((receipt) => receiptsActions.came({ receipt })),
    catchError((error: unknown) => of(receiptsActions.failed({ problem: problemOf(error) }))),
    takeUntil(actions$.pipe(ofType(receiptsActions.left))),
  );
}
