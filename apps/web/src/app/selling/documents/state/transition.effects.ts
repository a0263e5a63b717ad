import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { TransitionView } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, mergeMap, of, switchMap, tap } from 'rxjs';
import { mapResponse } from '../../../shared/requests/map-response';
import { problemOf } from '../../../shared/requests/problems';
import { transitionActions } from './transition.feature';
import { addressOf } from '../../../shared/documents/document-words';
import { DocumentsApi } from './documents.api';
import { documentsActions } from './documents.feature';

export const transitionEffects = {
  foresee: createEffect(
    (actions$ = inject(Actions), api = inject(DocumentsApi)) =>
      actions$.pipe(
        ofType(transitionActions.asked),
        switchMap(({ number, into }) =>
          mapResponse(
            api.foreseeTransition(number, into),
            (view) => transitionActions.foreseen({ number, view }),
            (problem) => transitionActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  /** Where the prices moved while somebody looked, the server says what they are now. */
  take: createEffect(
    (actions$ = inject(Actions), api = inject(DocumentsApi)) =>
      actions$.pipe(
        ofType(transitionActions.taken),
        exhaustMap(({ number, transition }) =>
          api.transition(number, transition).pipe(
            mergeMap((document) => [
              transitionActions.left(),
              documentsActions.stepped({ document }),
            ]),
            catchError((error: unknown) => {
              const problem = problemOf(error);
              // of the answers that something is not as it was seen, one brings the step anew
              const current = problem.current as TransitionView | { readonly kind: string } | null;
              return current && 'differing' in current
                ? of(transitionActions.foreseen({ number, view: current }))
                : of(transitionActions.failed({ problem }));
            }),
          ),
        ),
      ),
    { functional: true },
  ),

  takeBack: createEffect(
    (actions$ = inject(Actions), api = inject(DocumentsApi)) =>
      actions$.pipe(
        ofType(transitionActions.takenBack),
        exhaustMap(({ number, how, revision }) =>
          mapResponse(
            api.takeBack(number, how, revision),
            (document) => documentsActions.stepped({ document }),
            (problem) => transitionActions.failed({ problem }),
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
        switchMap(() => of(transitionActions.left())),
      ),
    { functional: true },
  ),
};
