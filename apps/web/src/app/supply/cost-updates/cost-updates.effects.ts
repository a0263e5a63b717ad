import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { CostUpdateView } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, exhaustMap, map, merge, of, switchMap, takeUntil, tap } from 'rxjs';
import { mapResponse } from '../../shared/requests/map-response';
import { problemOf } from '../../shared/requests/problems';
import { sending, watching } from '../../shared/files/sent-file';
import { CostUpdatesApi } from './cost-updates.api';
import { costUpdatesActions } from './cost-updates.feature';

const isWorkedOn = ({ state }: CostUpdateView): boolean =>
  state === 'comparing' || state === 'applying';

export const costUpdatesEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(CostUpdatesApi)) =>
      actions$.pipe(
        ofType(costUpdatesActions.listOpened),
        switchMap(() =>
          mapResponse(
            api.all(),
            (costUpdates) => costUpdatesActions.listCame({ costUpdates }),
            (problem) => costUpdatesActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  send: createEffect(
    (actions$ = inject(Actions), api = inject(CostUpdatesApi)) =>
      actions$.pipe(
        ofType(costUpdatesActions.send),
        exhaustMap(({ supplier, file }) =>
          sending(
            api.send(supplier, file),
            (part) => costUpdatesActions.onItsWay({ part }),
            (costUpdate) => costUpdatesActions.sent({ costUpdate }),
            (problem) => costUpdatesActions.notSent({ problem }),
          ).pipe(takeUntil(actions$.pipe(ofType(costUpdatesActions.left)))),
        ),
      ),
    { functional: true },
  ),

  sendBill: createEffect(
    (actions$ = inject(Actions), api = inject(CostUpdatesApi)) =>
      actions$.pipe(
        ofType(costUpdatesActions.sendBill),
        exhaustMap(({ bill }) =>
          mapResponse(
            api.bill(bill),
            (costUpdate) => costUpdatesActions.sent({ costUpdate }),
            (problem) => costUpdatesActions.notSent({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  show: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(costUpdatesActions.sent),
        tap(({ costUpdate }) => void router.navigate(['/cost-updates', costUpdate.id])),
      ),
    { functional: true, dispatch: false },
  ),

  watch: createEffect(
    (actions$ = inject(Actions), api = inject(CostUpdatesApi)) =>
      actions$.pipe(
        ofType(costUpdatesActions.opened),
        switchMap(({ id }) =>
          mapResponse(
            watching(() => api.one(id), isWorkedOn),
            (costUpdate) => costUpdatesActions.came({ costUpdate }),
            (problem) => costUpdatesActions.failed({ problem }),
          ).pipe(takeUntil(actions$.pipe(ofType(costUpdatesActions.left)))),
        ),
      ),
    { functional: true },
  ),

  /** What is asked of a cost update; then it is watched until the server has done it. */
  ask: createEffect(
    (actions$ = inject(Actions), api = inject(CostUpdatesApi)) =>
      merge(
        actions$.pipe(
          ofType(costUpdatesActions.mapped),
          map(({ id, mapping }) => api.map(id, mapping)),
        ),
        actions$.pipe(
          ofType(costUpdatesActions.leftOut),
          map(({ id, what }) => api.leaveOut(id, what)),
        ),
        actions$.pipe(
          ofType(costUpdatesActions.takeIn),
          map(({ id, what }) => api.takeIn(id, what)),
        ),
        actions$.pipe(
          ofType(costUpdatesActions.undo),
          map(({ id, undo }) => api.undo(id, undo)),
        ),
        actions$.pipe(
          ofType(costUpdatesActions.cancel),
          map(({ id }) => api.cancel(id)),
        ),
      ).pipe(
        concatMap((asked) =>
          asked.pipe(
            concatMap((costUpdate) =>
              of(
                costUpdatesActions.came({ costUpdate }),
                costUpdatesActions.opened({ id: costUpdate.id }),
              ),
            ),
            catchError((error: unknown) =>
              of(costUpdatesActions.refused({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),
};
