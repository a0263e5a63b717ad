import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, mergeMap, of, switchMap, tap } from 'rxjs';
import { problemOf } from '../shared/problems';
import { DraftApi } from './draft.api';
import { draftActions } from './draft.feature';

export const draftEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(
          draftActions.asked,
          draftActions.changed,
          draftActions.published,
          draftActions.notPublished,
        ),
        switchMap(() =>
          api.read().pipe(
            map((answer) => draftActions.came({ answer })),
            catchError((error: unknown) => of(draftActions.failed({ problem: problemOf(error) }))),
          ),
        ),
      ),
    { functional: true },
  ),

  publish: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(draftActions.publish),
        exhaustMap(({ draft: { id, revision }, note }) =>
          api.publish({ draft: id, revision, note }).pipe(
            map(({ version }) => draftActions.published({ version })),
            catchError((error: unknown) =>
              of(draftActions.notPublished({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  showVersion: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(draftActions.published),
        tap(({ version }) => void router.navigate(['/versions', version])),
      ),
    { functional: true, dispatch: false },
  ),

  discard: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(draftActions.discardLevel),
        mergeMap(({ level }) =>
          api.discardLevel(level).pipe(
            map(() => draftActions.changed()),
            catchError((error: unknown) => of(draftActions.failed({ problem: problemOf(error) }))),
          ),
        ),
      ),
    { functional: true },
  ),
};
