import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import { catchError, exhaustMap, map, of, switchMap, type Observable } from 'rxjs';
import { draftActions } from '../draft/draft.feature';
import { problemOf } from '../shared/problems';
import { ReferenceApi } from './reference.api';
import { referenceActions } from './reference.feature';

export const referenceEffects = {
  /** Several parts of a screen ask at once; one answer serves them all. */
  read: createEffect(
    (actions$ = inject(Actions), api = inject(ReferenceApi)) =>
      actions$.pipe(
        ofType(referenceActions.asked),
        exhaustMap(() => answer(api)),
      ),
    { functional: true },
  ),

  /** A version that is published may have other levels. */
  readAgain: createEffect(
    (actions$ = inject(Actions), api = inject(ReferenceApi)) =>
      actions$.pipe(
        ofType(draftActions.published),
        switchMap(() => answer(api)),
      ),
    { functional: true },
  ),
};

function answer(api: ReferenceApi): Observable<Action> {
  return api.read().pipe(
    map((reference) => referenceActions.came({ reference })),
    catchError((error: unknown) => of(referenceActions.failed({ problem: problemOf(error) }))),
  );
}
