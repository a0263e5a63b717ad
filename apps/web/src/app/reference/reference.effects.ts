import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import { exhaustMap, switchMap, type Observable } from 'rxjs';
import { draftActions } from '../draft/draft.feature';
import { answer } from '../shared/answer';
import { ReferenceApi } from './reference.api';
import { referenceActions } from './reference.feature';

export const referenceEffects = {
  /** Several parts of a screen ask at once; one answer serves them all. */
  read: createEffect(
    (actions$ = inject(Actions), api = inject(ReferenceApi)) =>
      actions$.pipe(
        ofType(referenceActions.asked),
        exhaustMap(() => asked(api)),
      ),
    { functional: true },
  ),

  /** A version that is published may have other levels. */
  readAgain: createEffect(
    (actions$ = inject(Actions), api = inject(ReferenceApi)) =>
      actions$.pipe(
        ofType(draftActions.published),
        switchMap(() => asked(api)),
      ),
    { functional: true },
  ),
};

function asked(api: ReferenceApi): Observable<Action> {
  return answer(
    api.read(),
    (reference) => referenceActions.came({ reference }),
    (problem) => referenceActions.failed({ problem }),
  );
}
