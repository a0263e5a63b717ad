import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { switchMap } from 'rxjs';
import { mapResponse } from '../../shared/requests/map-response';
import { ChangesApi } from '../../editing/history/changes.api';
import { changesActions } from './changes.feature';

export const changesEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(ChangesApi)) =>
      actions$.pipe(
        ofType(changesActions.asked),
        switchMap(({ filter, below }) =>
          mapResponse(
            api.find(filter, below),
            (page) => changesActions.came({ page, below }),
            (problem) => changesActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),
};
