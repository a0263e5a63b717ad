import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, map, of, switchMap } from 'rxjs';
import { problemOf } from '../shared/problems';
import { VersionsApi } from './versions.api';
import { versionsActions } from './versions.feature';

export const versionsEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(VersionsApi)) =>
      actions$.pipe(
        ofType(versionsActions.listOpened),
        switchMap(() =>
          api.all().pipe(
            map((versions) => versionsActions.listCame({ versions })),
            catchError((error: unknown) =>
              of(versionsActions.listFailed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  open: createEffect(
    (actions$ = inject(Actions), api = inject(VersionsApi)) =>
      actions$.pipe(
        ofType(versionsActions.opened),
        switchMap(({ number }) =>
          api.one(number).pipe(
            map((version) => versionsActions.came({ version })),
            catchError((error: unknown) =>
              of(versionsActions.failed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),
};
