import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { concatMap, exhaustMap, filter, map, merge, mergeMap, of, switchMap, tap } from 'rxjs';
import { draftActions, draftFeature } from '../draft/draft.feature';
import { answer } from '../shared/answer';
import { RepricingsApi } from './repricings.api';
import { repricingsActions, repricingsFeature } from './repricings.feature';

export const repricingsEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(RepricingsApi)) =>
      actions$.pipe(
        ofType(repricingsActions.listOpened),
        switchMap(() =>
          answer(
            api.all(),
            (repricings) => repricingsActions.listCame({ repricings }),
            (problem) => repricingsActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  open: createEffect(
    (actions$ = inject(Actions), api = inject(RepricingsApi)) =>
      actions$.pipe(
        ofType(repricingsActions.opened),
        switchMap(({ id }) =>
          answer(
            api.one(id),
            (repricing) => repricingsActions.came({ repricing }),
            (problem) => repricingsActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  begin: createEffect(
    (actions$ = inject(Actions), api = inject(RepricingsApi), router = inject(Router)) =>
      actions$.pipe(
        ofType(repricingsActions.begun),
        exhaustMap(({ content }) =>
          answer(
            api
              .begin(content)
              .pipe(
                tap(({ id }) => void router.navigate(['/repricings', id], { replaceUrl: true })),
              ),
            (repricing) => repricingsActions.came({ repricing }),
            (problem) => repricingsActions.refused({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  /** What is asked of one; a refusal may mean that it stands otherwise by now, so it is read again. */
  ask: createEffect(
    (actions$ = inject(Actions), api = inject(RepricingsApi), store = inject(Store)) => {
      const draft = store.selectSignal(draftFeature.selectChosen);
      return merge(
        actions$.pipe(
          ofType(repricingsActions.kept),
          map(({ id, edit }) => ({ id, asked: api.keep(id, edit) })),
        ),
        actions$.pipe(
          ofType(repricingsActions.applied),
          map(({ id, revision }) => ({ id, asked: api.apply(id, { revision, draft: draft() }) })),
        ),
        actions$.pipe(
          ofType(repricingsActions.takenBack),
          map(({ id }) => ({ id, asked: api.undo(id) })),
        ),
      ).pipe(
        concatMap(({ id, asked }) =>
          answer(
            asked,
            (repricing) => [repricingsActions.came({ repricing }), draftActions.changed()],
            (problem) => [
              repricingsActions.refused({ problem }),
              ...(problem.status === 409 ? [repricingsActions.opened({ id })] : []),
            ],
          ),
        ),
        mergeMap((actions) => of(...actions)),
      );
    },
    { functional: true },
  ),

  decide: createEffect(
    (actions$ = inject(Actions), api = inject(RepricingsApi), store = inject(Store)) => {
      const next = store.selectSignal(repricingsFeature.selectNext);
      const repricing = store.selectSignal(repricingsFeature.selectRepricing);
      return actions$.pipe(
        ofType(repricingsActions.decided, repricingsActions.undone, repricingsActions.redone),
        map(({ id }) => ({ id, rows: next() })),
        filter(({ rows }) => rows !== null),
        concatMap(({ id, rows }) =>
          answer(
            // the revision that the answer to the one before brought
            api.decide(id, { revision: repricing().value?.revision ?? 0, rows: rows ?? [] }),
            ({ repricing: changed, rows: fresh }) => [
              repricingsActions.decisionsKept({ repricing: changed, rows: fresh }),
            ],
            (problem) => [
              repricingsActions.decisionsRefused({ problem }),
              ...(problem.status === 409 ? [repricingsActions.opened({ id })] : []),
            ],
          ),
        ),
        mergeMap((actions) => of(...actions)),
      );
    },
    { functional: true },
  ),

  discard: createEffect(
    (actions$ = inject(Actions), api = inject(RepricingsApi), router = inject(Router)) =>
      actions$.pipe(
        ofType(repricingsActions.discarded),
        exhaustMap(({ id }) =>
          answer(
            api.discard(id).pipe(tap(() => void router.navigate(['/repricings']))),
            () => repricingsActions.gone(),
            (problem) => repricingsActions.refused({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),
};
