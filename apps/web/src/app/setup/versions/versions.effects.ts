import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { exhaustMap, map, switchMap, tap } from 'rxjs';
import { draftActions } from '../../editing/draft/draft.feature';
import { mapResponse } from '../../shared/requests/map-response';
import { VersionsApi } from './versions.api';
import { versionsActions } from './versions.feature';

export const versionsEffects = {
  open: createEffect(
    (actions$ = inject(Actions), api = inject(VersionsApi)) =>
      actions$.pipe(
        ofType(versionsActions.opened),
        switchMap(({ number, against }) =>
          mapResponse(
            api.one(number, against),
            (version) => versionsActions.came({ version }),
            (problem) => versionsActions.failed({ problem }),
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
          mapResponse(
            api.draftOf(number),
            ({ draft }) => versionsActions.wayBackDrafted({ draft }),
            (problem) => versionsActions.wayBackRefused({ problem }),
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
