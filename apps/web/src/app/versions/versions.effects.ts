import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, switchMap, tap } from 'rxjs';
import { draftActions } from '../draft/draft.feature';
import { problemOf } from '../shared/problems';
import { VersionsApi } from './versions.api';
import { versionsActions } from './versions.feature';

export const versionsEffects = {
  open: createEffect(
    (actions$ = inject(Actions), api = inject(VersionsApi)) =>
      actions$.pipe(
        ofType(versionsActions.opened),
        switchMap(({ number, against }) =>
          api.one(number, against).pipe(
            map((version) => versionsActions.came({ version })),
            catchError((error: unknown) =>
              of(versionsActions.failed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  goBack: createEffect(
    (actions$ = inject(Actions), api = inject(VersionsApi)) =>
      actions$.pipe(
        ofType(versionsActions.goBack),
        exhaustMap(({ number }) =>
          api.draftOf(number).pipe(
            map(({ draft }) => versionsActions.wayBackDrafted({ draft })),
            catchError((error: unknown) =>
              of(versionsActions.wayBackRefused({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  showDraft: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(versionsActions.wayBackDrafted),
        tap(() => void router.navigate(['/draft'])),
        map(({ draft }) => draftActions.chosen({ id: draft })),
      ),
    { functional: true },
  ),
};
