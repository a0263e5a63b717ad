import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, map, merge, of, switchMap } from 'rxjs';
import { problemOf } from '../shared/problems';
import { CatalogueApi } from './catalogue.api';
import { catalogueActions, catalogueFeature } from './catalogue.feature';

const PAUSE_MILLISECONDS = 150;

export const catalogueEffects = {
  find: createEffect(
    (actions$ = inject(Actions), api = inject(CatalogueApi), store = inject(Store)) => {
      const state = store.selectSignal(catalogueFeature.selectCatalogueState);
      return merge(
        actions$.pipe(ofType(catalogueActions.opened, catalogueActions.categoryChosen)),
        actions$.pipe(ofType(catalogueActions.textTyped), debounceTime(PAUSE_MILLISECONDS)),
      ).pipe(
        switchMap(() =>
          api.items({ text: state().text.trim(), category: state().category }).pipe(
            map((page) => catalogueActions.came({ page })),
            catchError((error: unknown) =>
              of(catalogueActions.failed({ problem: problemOf(error) })),
            ),
          ),
        ),
      );
    },
    { functional: true },
  ),
};
