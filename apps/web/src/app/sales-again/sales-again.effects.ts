import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { SalesAgainView } from '@honest-ledger/contracts';
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
import { answer } from '../shared/answer';
import { problemOf } from '../shared/problems';
import { SalesAgainApi } from './sales-again.api';
import { salesAgainActions, salesAgainFeature } from './sales-again.feature';

/** So often is asked how far it is. */
const WATCH_MILLISECONDS = 1000;
const PAUSE_MILLISECONDS = 250;

export const salesAgainEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(SalesAgainApi)) =>
      actions$.pipe(
        ofType(salesAgainActions.listOpened),
        switchMap(() =>
          answer(
            api.all(),
            (runs) => salesAgainActions.listCame({ runs }),
            (problem) => salesAgainActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  begin: createEffect(
    (actions$ = inject(Actions), api = inject(SalesAgainApi), router = inject(Router)) =>
      actions$.pipe(
        ofType(salesAgainActions.begun),
        exhaustMap(({ asked }) =>
          api.begin(asked).pipe(
            tap(({ id }) => void router.navigate(['/sales-again', id])),
            switchMap(() => EMPTY),
            catchError((error: unknown) =>
              of(salesAgainActions.refused({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  watch: createEffect(
    (actions$ = inject(Actions), api = inject(SalesAgainApi)) =>
      actions$.pipe(
        ofType(salesAgainActions.opened),
        switchMap(({ id }) =>
          timer(0, WATCH_MILLISECONDS).pipe(
            exhaustMap(() => api.one(id)),
            takeWhile(isRunning, true),
            map((run) => salesAgainActions.came({ run })),
            catchError((error: unknown) =>
              of(salesAgainActions.failed({ problem: problemOf(error) })),
            ),
            takeUntil(actions$.pipe(ofType(salesAgainActions.left))),
          ),
        ),
      ),
    { functional: true },
  ),

  cancel: createEffect(
    (actions$ = inject(Actions), api = inject(SalesAgainApi)) =>
      actions$.pipe(
        ofType(salesAgainActions.cancelled),
        exhaustMap(({ id }) =>
          answer(
            api.cancel(id),
            (run) => salesAgainActions.came({ run }),
            (problem) => salesAgainActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  /** The lines are others when more sales are done, or other lines are to be shown. */
  lines: createEffect(
    (actions$ = inject(Actions), api = inject(SalesAgainApi), store = inject(Store)) => {
      const run = store.selectSignal(salesAgainFeature.selectRun);
      const shown = store.selectSignal(salesAgainFeature.selectShown);
      const further = actions$.pipe(
        ofType(salesAgainActions.opened),
        switchMap(({ id }) =>
          actions$.pipe(
            ofType(salesAgainActions.came),
            filter((came) => came.run.id === id),
            map((came) => came.run.salesDone),
            distinctUntilChanged(),
          ),
        ),
      );
      const changed = actions$.pipe(
        ofType(salesAgainActions.shownChanged),
        debounceTime(PAUSE_MILLISECONDS),
      );
      return merge(further, changed).pipe(
        map(() => run().value),
        filter((open) => open !== null),
        switchMap(({ id }) =>
          answer(
            api.lines(id, { ...shown(), offset: 0 }),
            (page) => salesAgainActions.linesCame({ page }),
            (problem) => salesAgainActions.linesFailed({ problem }),
          ),
        ),
      );
    },
    { functional: true },
  ),
};

function isRunning({ state }: SalesAgainView): boolean {
  return state === 'running';
}
