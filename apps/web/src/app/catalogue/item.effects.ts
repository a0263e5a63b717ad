import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, map, mergeMap, of, switchMap } from 'rxjs';
import { DraftApi } from '../draft/draft.api';
import { draftActions, draftFeature } from '../draft/draft.feature';
import { problemOf } from '../shared/problems';
import { CatalogueApi } from './catalogue.api';
import { itemActions, itemFeature } from './item.feature';

export const itemEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(CatalogueApi)) =>
      actions$.pipe(
        ofType(itemActions.opened),
        switchMap(({ item }) =>
          api.one(item).pipe(
            map((found) => itemActions.came({ item: found })),
            catchError((error: unknown) => of(itemActions.failed({ problem: problemOf(error) }))),
          ),
        ),
      ),
    { functional: true },
  ),

  keep: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi), store = inject(Store)) => {
      const item = store.selectSignal(itemFeature.selectItem);
      const chosen = store.selectSignal(draftFeature.selectChosen);
      return actions$.pipe(
        ofType(itemActions.pricesEdited),
        concatMap(({ prices }) => {
          const open = item().value;
          if (!open) return EMPTY;
          const revision = open.draft?.revision ?? 0;
          const edit = { content: prices, revision, draft: chosen() };
          return api.keepEdit({ kind: 'basePrice', key: open.item }, edit).pipe(
            map(() => itemActions.kept()),
            catchError((error: unknown) => of(itemActions.refused({ problem: problemOf(error) }))),
          );
        }),
      );
    },
    { functional: true },
  ),

  keepFacts: createEffect(
    (actions$ = inject(Actions), api = inject(CatalogueApi), store = inject(Store)) => {
      const item = store.selectSignal(itemFeature.selectItem);
      return actions$.pipe(
        ofType(itemActions.factsEdited),
        concatMap(({ facts }) => {
          const open = item().value;
          if (!open) return EMPTY;
          return api.keep(open.item, { ...facts, revision: open.revision }).pipe(
            map((kept) => itemActions.factsKept({ item: kept })),
            catchError((error: unknown) =>
              of(itemActions.factsRefused({ problem: problemOf(error) })),
            ),
          );
        }),
      );
    },
    { functional: true },
  ),

  discard: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi), store = inject(Store)) => {
      const item = store.selectSignal(itemFeature.selectItem);
      return actions$.pipe(
        ofType(itemActions.editDiscarded),
        concatMap(() =>
          api.discardEdit({ kind: 'basePrice', key: item().value?.item ?? '' }).pipe(
            map(() => itemActions.kept()),
            catchError((error: unknown) => of(itemActions.refused({ problem: problemOf(error) }))),
          ),
        ),
      );
    },
    { functional: true },
  ),

  /** What stands there after an edit is asked of the server, so that the next one is made from it. */
  again: createEffect(
    (actions$ = inject(Actions), store = inject(Store)) => {
      const item = store.selectSignal(itemFeature.selectItem);
      return actions$.pipe(
        ofType(itemActions.kept),
        mergeMap(() => {
          const open = item().value;
          return open ? of(itemActions.opened({ item: open.item }), draftActions.changed()) : EMPTY;
        }),
      );
    },
    { functional: true },
  ),
};
