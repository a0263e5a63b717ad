import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { SalesBacktestView } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
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
} from 'rxjs';
import { mapResponse } from '../../shared/requests/map-response';
import { problemOf } from '../../shared/requests/problems';
import { SalesBacktestApi } from './sales-backtest.api';
import { salesBacktestActions, salesBacktestFeature } from './sales-backtest.feature';
import { PAUSES } from '../../shared/requests/pauses';

export const salesBacktestEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(SalesBacktestApi)) =>
      actions$.pipe(
        ofType(salesBacktestActions.listOpened),
        switchMap(() =>
          mapResponse(
            api.all(),
            (runs) => salesBacktestActions.listCame({ runs }),
            (problem) => salesBacktestActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  begin: createEffect(
    (actions$ = inject(Actions), api = inject(SalesBacktestApi), router = inject(Router)) =>
      actions$.pipe(
        ofType(salesBacktestActions.begun),
        exhaustMap(({ asked }) =>
          api.begin(asked).pipe(
            tap(({ id }) => void router.navigate(['/sales-backtest', id])),
            switchMap(() => EMPTY),
            catchError((error: unknown) =>
              of(salesBacktestActions.refused({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  watch: createEffect(
    (actions$ = inject(Actions), api = inject(SalesBacktestApi)) =>
      actions$.pipe(
        ofType(salesBacktestActions.opened),
        switchMap(({ id }) =>
          timer(0, PAUSES.watch).pipe(
            exhaustMap(() => api.one(id)),
            takeWhile(isRunning, true),
            map((run) => salesBacktestActions.came({ run })),
            catchError((error: unknown) =>
              of(salesBacktestActions.failed({ problem: problemOf(error) })),
            ),
            takeUntil(actions$.pipe(ofType(salesBacktestActions.left))),
          ),
        ),
      ),
    { functional: true },
  ),

  cancel: createEffect(
    (actions$ = inject(Actions), api = inject(SalesBacktestApi)) =>
      actions$.pipe(
        ofType(salesBacktestActions.cancelled),
        exhaustMap(({ id }) =>
          mapResponse(
            api.cancel(id),
            (run) => salesBacktestActions.came({ run }),
            (problem) => salesBacktestActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  /** The lines are others when more sales are done, or other lines are to be shown. */
  lines: createEffect(
    (actions$ = inject(Actions), api = inject(SalesBacktestApi), store = inject(Store)) => {
      const run = store.selectSignal(salesBacktestFeature.selectRun);
      const shown = store.selectSignal(salesBacktestFeature.selectShown);
      const further = actions$.pipe(
        ofType(salesBacktestActions.opened),
        switchMap(({ id }) =>
          actions$.pipe(
            ofType(salesBacktestActions.came),
            filter((came) => came.run.id === id),
            map((came) => came.run.salesDone),
            distinctUntilChanged(),
          ),
        ),
      );
      const changed = actions$.pipe(
        ofType(salesBacktestActions.shownChanged),
        debounceTime(PAUSES.search),
      );
      return merge(further, changed).pipe(
        map(() => run().value),
        filter((open) => open !== null),
        switchMap(({ id }) =>
          mapResponse(
            api.lines(id, { ...shown(), offset: 0 }),
            (page) => salesBacktestActions.linesCame({ page }),
            (problem) => salesBacktestActions.linesFailed({ problem }),
          ),
        ),
      );
    },
    { functional: true },
  ),
};

function isRunning({ state }: SalesBacktestView): boolean {
  return state === 'running';
}
