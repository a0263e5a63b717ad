import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { concatMap, exhaustMap, filter, map, merge, mergeMap, of, switchMap, tap } from 'rxjs';
import { draftActions, draftFeature } from '../../editing/draft/draft.feature';
import { mapResponse } from '../../shared/requests/map-response';
import { PriceChangesApi } from './price-changes.api';
import { priceChangesActions, priceChangesFeature } from './price-changes.feature';

export const priceChangesEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(PriceChangesApi)) =>
      actions$.pipe(
        ofType(priceChangesActions.listOpened),
        switchMap(() =>
          mapResponse(
            api.all(),
            (priceChanges) => priceChangesActions.listCame({ priceChanges }),
            (problem) => priceChangesActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  open: createEffect(
    (actions$ = inject(Actions), api = inject(PriceChangesApi)) =>
      actions$.pipe(
        ofType(priceChangesActions.opened),
        switchMap(({ id }) =>
          mapResponse(
            api.one(id),
            (priceChange) => priceChangesActions.came({ priceChange }),
            (problem) => priceChangesActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  begin: createEffect(
    (actions$ = inject(Actions), api = inject(PriceChangesApi), router = inject(Router)) =>
      actions$.pipe(
        ofType(priceChangesActions.begun),
        exhaustMap(({ content }) =>
          mapResponse(
            api
              .begin(content)
              .pipe(
                tap(({ id }) => void router.navigate(['/price-changes', id], { replaceUrl: true })),
              ),
            (priceChange) => priceChangesActions.came({ priceChange }),
            (problem) => priceChangesActions.refused({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  /** What is asked of one; a refusal may mean that it stands otherwise by now, so it is read again. */
  ask: createEffect(
    (actions$ = inject(Actions), api = inject(PriceChangesApi), store = inject(Store)) => {
      const draft = store.selectSignal(draftFeature.selectChosen);
      return merge(
        actions$.pipe(
          ofType(priceChangesActions.saved),
          map(({ id, edit }) => ({ id, asked: api.save(id, edit) })),
        ),
        actions$.pipe(
          ofType(priceChangesActions.applied),
          map(({ id, revision }) => ({ id, asked: api.apply(id, { revision, draft: draft() }) })),
        ),
        actions$.pipe(
          ofType(priceChangesActions.takenBack),
          map(({ id }) => ({ id, asked: api.undo(id) })),
        ),
      ).pipe(
        concatMap(({ id, asked }) =>
          mapResponse(
            asked,
            (priceChange) => [priceChangesActions.came({ priceChange }), draftActions.changed()],
            (problem) => [
              priceChangesActions.refused({ problem }),
              ...(problem.status === 409 ? [priceChangesActions.opened({ id })] : []),
            ],
          ),
        ),
        mergeMap((actions) => of(...actions)),
      );
    },
    { functional: true },
  ),

  decide: createEffect(
    (actions$ = inject(Actions), api = inject(PriceChangesApi), store = inject(Store)) => {
      const next = store.selectSignal(priceChangesFeature.selectNext);
      const priceChange = store.selectSignal(priceChangesFeature.selectPriceChange);
      return actions$.pipe(
        ofType(priceChangesActions.decided, priceChangesActions.undone, priceChangesActions.redone),
        map(({ id }) => ({ id, rows: next() })),
        filter(({ rows }) => rows !== null),
        concatMap(({ id, rows }) =>
          mapResponse(
            // the revision that the answer to the one before brought
            api.decide(id, { revision: priceChange().value?.revision ?? 0, rows: rows ?? [] }),
            ({ priceChange: changed, rows: fresh }) => [
              priceChangesActions.decisionsSaved({ priceChange: changed, rows: fresh }),
            ],
            (problem) => [
              priceChangesActions.decisionsRefused({ problem }),
              ...(problem.status === 409 ? [priceChangesActions.opened({ id })] : []),
            ],
          ),
        ),
        mergeMap((actions) => of(...actions)),
      );
    },
    { functional: true },
  ),

  discard: createEffect(
    (actions$ = inject(Actions), api = inject(PriceChangesApi), router = inject(Router)) =>
      actions$.pipe(
        ofType(priceChangesActions.discarded),
        exhaustMap(({ id }) =>
          mapResponse(
            api.discard(id).pipe(tap(() => void router.navigate(['/price-changes']))),
            () => priceChangesActions.gone(),
            (problem) => priceChangesActions.refused({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),
};
