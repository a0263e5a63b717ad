import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { exhaustMap } from 'rxjs';
import { mapResponse } from '../requests/map-response';
import { CatalogueApi } from './catalogue.api';
import { categoriesActions } from './categories.feature';

export const categoriesEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(CatalogueApi)) =>
      actions$.pipe(
        ofType(categoriesActions.asked),
        exhaustMap(() =>
          mapResponse(
            api.categories(),
            (categories) => categoriesActions.came({ categories }),
            (problem) => categoriesActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),
};
