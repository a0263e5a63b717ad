import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { concatMap, EMPTY, map, mergeMap, of, switchMap } from 'rxjs';
import { objectEditsActions } from '../../editing/draft/object-edits.feature';
import { mapResponse } from '../../shared/requests/map-response';
import { CatalogueApi } from '../../shared/reference/catalogue.api';
import { itemActions, itemFeature } from './item.feature';

export const itemEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(CatalogueApi)) =>
      actions$.pipe(
        ofType(itemActions.opened),
        switchMap(({ item }) =>
          mapResponse(
            api.one(item),
            (found) => itemActions.came({ item: found }),
            (problem) => itemActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  begin: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(itemActions.opened),
        map(({ item }) => objectEditsActions.opened({ scope: `base prices of ${item}` })),
      ),
    { functional: true },
  ),

  seen: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(itemActions.came),
        map(({ item: { item, draft } }) =>
          objectEditsActions.seen({ revisions: { [item]: draft?.revision ?? 0 } }),
        ),
      ),
    { functional: true },
  ),

  /** What moves no price is saved at once. */
  foresee: createEffect(
    (actions$ = inject(Actions), api = inject(CatalogueApi), store = inject(Store)) => {
      const item = store.selectSignal(itemFeature.selectItem);
      return actions$.pipe(
        ofType(itemActions.factsEdited),
        switchMap(({ facts }) => {
          const open = item().value;
          if (!open) return EMPTY;
          return mapResponse(
            api.foresee(open.item, facts),
            ({ moves }) =>
              moves.length === 0
                ? itemActions.factsConfirmed({ facts })
                : itemActions.factsForeseen({ facts, moves }),
            (problem) => itemActions.factsRefused({ facts, problem }),
          );
        }),
      );
    },
    { functional: true },
  ),

  saveFacts: createEffect(
    (actions$ = inject(Actions), api = inject(CatalogueApi), store = inject(Store)) => {
      const item = store.selectSignal(itemFeature.selectItem);
      return actions$.pipe(
        ofType(itemActions.factsConfirmed),
        concatMap(({ facts }) => {
          const open = item().value;
          if (!open) return EMPTY;
          return mapResponse(
            api.save(open.item, facts),
            (saved) => itemActions.factsSaved({ item: saved }),
            (problem) => itemActions.factsRefused({ facts, problem }),
          );
        }),
      );
    },
    { functional: true },
  ),

  /** What stands there after an edit is asked of the server. */
  again: createEffect(
    (actions$ = inject(Actions), store = inject(Store)) => {
      const item = store.selectSignal(itemFeature.selectItem);
      return actions$.pipe(
        ofType(objectEditsActions.saved, objectEditsActions.serverVersionTaken),
        mergeMap(({ edit }) => {
          const open = item().value;
          return open && edit.object.kind === 'basePrice'
            ? of(itemActions.opened({ item: open.item }))
            : EMPTY;
        }),
      );
    },
    { functional: true },
  ),
};
