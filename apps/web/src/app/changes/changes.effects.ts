import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, map, of, switchMap } from 'rxjs';
import { problemOf } from '../shared/problems';
import { ChangesApi } from './changes.api';
import { changesActions } from './changes.feature';

export const changesEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(ChangesApi)) =>
      actions$.pipe(
        ofType(changesActions.asked),
        switchMap(({ filter, below }) =>
          api.find(filter, below).pipe(
            map((page) => changesActions.came({ page, below })),
            catchError((error: unknown) =>
              of(changesActions.failed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),
};
