import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, mergeMap, of, switchMap, type Observable } from 'rxjs';
import { DocumentsApi } from './documents.api';
import { documentsActions } from './documents.feature';
import { problemOf } from '../../../shared/requests/problems';
import { ApprovalsApi } from './approvals.api';
import { approvalsActions } from './approvals.feature';

export const approvalsEffects = {
  /** What was asked or decided, then the document as it is after that. */
  act: createEffect(
    (actions$ = inject(Actions), api = inject(ApprovalsApi), documents = inject(DocumentsApi)) =>
      actions$.pipe(
        ofType(approvalsActions.asked, approvalsActions.decided),
        exhaustMap((action) =>
          sent(api, action).pipe(
            switchMap(() => documents.one(action.number)),
            mergeMap((document) => [
              approvalsActions.done(),
              documentsActions.stepped({ document }),
            ]),
            catchError((error: unknown) =>
              of(approvalsActions.failed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  /** What was refused of one document is not told on another. */
  leave: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(documentsActions.opened),
        switchMap(() => of(approvalsActions.done())),
      ),
    { functional: true },
  ),
};

type Acted = ReturnType<typeof approvalsActions.asked | typeof approvalsActions.decided>;

function sent(api: ApprovalsApi, action: Acted): Observable<unknown> {
  if ('decision' in action) return api.decide(action.id, action.decision);
  const { number, revision, note } = action;
  return api.ask(number, { revision, note });
}
