import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { AdvanceView } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, mergeMap, of, switchMap, tap } from 'rxjs';
import { answer } from '../shared/answer';
import { problemOf } from '../shared/problems';
import { advanceActions } from './advance.feature';
import { addressOf } from './document-words';
import { DocumentsApi } from './documents.api';
import { documentsActions } from './documents.feature';

export const advanceEffects = {
  foresee: createEffect(
    (actions$ = inject(Actions), api = inject(DocumentsApi)) =>
      actions$.pipe(
        ofType(advanceActions.asked),
        switchMap(({ number, into }) =>
          answer(
            api.foreseeAdvance(number, into),
            (view) => advanceActions.foreseen({ number, view }),
            (problem) => advanceActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  /** Where the prices moved while somebody looked, the server says what they are now. */
  take: createEffect(
    (actions$ = inject(Actions), api = inject(DocumentsApi)) =>
      actions$.pipe(
        ofType(advanceActions.taken),
        exhaustMap(({ number, advance }) =>
          api.advance(number, advance).pipe(
            mergeMap((document) => [advanceActions.left(), documentsActions.stepped({ document })]),
            catchError((error: unknown) => {
              const problem = problemOf(error);
              // of the answers that something is not as it was seen, one brings the step anew
              const current = problem.current as AdvanceView | { readonly kind: string } | null;
              return current && 'differing' in current
                ? of(advanceActions.foreseen({ number, view: current }))
                : of(advanceActions.failed({ problem }));
            }),
          ),
        ),
      ),
    { functional: true },
  ),

  takeBack: createEffect(
    (actions$ = inject(Actions), api = inject(DocumentsApi)) =>
      actions$.pipe(
        ofType(advanceActions.takenBack),
        exhaustMap(({ number, how, revision }) =>
          answer(
            api.takeBack(number, how, revision),
            (document) => documentsActions.stepped({ document }),
            (problem) => advanceActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  /** What came of a step is shown, at its own address. */
  show: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(documentsActions.stepped),
        tap(({ document }) => void router.navigate([...addressOf(document)])),
      ),
    { functional: true, dispatch: false },
  ),

  /** Whoever looks at another document thinks about another step. */
  leave: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(documentsActions.opened, documentsActions.stepped),
        switchMap(() => of(advanceActions.left())),
      ),
    { functional: true },
  ),
};
