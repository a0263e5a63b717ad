import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of } from 'rxjs';
import { problemOf } from '../shared/problems';
import { CatalogueApi } from './catalogue.api';
import { categoriesActions } from './categories.feature';

export const categoriesEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(CatalogueApi)) =>
      actions$.pipe(
        ofType(categoriesActions.asked),
        exhaustMap(() =>
          api.categories().pipe(
            map((categories) => categoriesActions.came({ categories })),
            catchError((error: unknown) =>
              of(categoriesActions.failed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),
};
