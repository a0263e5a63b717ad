import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, map, mergeMap, of, switchMap } from 'rxjs';
import { DraftApi } from '../draft/draft.api';
import { draftActions, draftFeature } from '../draft/draft.feature';
import { problemOf } from '../shared/problems';
import { AgreementsApi } from './agreements.api';
import { agreementsActions, agreementsFeature } from './agreements.feature';

export const agreementsEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(AgreementsApi)) =>
      actions$.pipe(
        ofType(agreementsActions.asked),
        switchMap(({ customer }) =>
          api.find({ customer }).pipe(
            map((rows) => agreementsActions.came({ rows })),
            catchError((error: unknown) =>
              of(agreementsActions.failed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  /** What stands there after an edit is asked of the server, so that the next one is made from it. */
  again: createEffect(
    (actions$ = inject(Actions), store = inject(Store)) => {
      const customer = store.selectSignal(agreementsFeature.selectCustomer);
      return actions$.pipe(
        ofType(agreementsActions.kept),
        mergeMap(() => {
          const code = customer();
          return code === null
            ? EMPTY
            : of(agreementsActions.asked({ customer: code }), draftActions.changed());
        }),
      );
    },
    { functional: true },
  ),

  keep: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi), store = inject(Store)) => {
      const chosen = store.selectSignal(draftFeature.selectChosen);
      return actions$.pipe(
        ofType(agreementsActions.edited),
        concatMap(({ id, content, revision }) =>
          api.keepEdit({ kind: 'agreement', key: id }, { content, revision, draft: chosen() }).pipe(
            map(() => agreementsActions.kept({ id })),
            catchError((error: unknown) =>
              of(agreementsActions.refused({ id, problem: problemOf(error) })),
            ),
          ),
        ),
      );
    },
    { functional: true },
  ),

  discard: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(agreementsActions.discarded),
        concatMap(({ id }) =>
          api.discardEdit({ kind: 'agreement', key: id }).pipe(
            map(() => agreementsActions.kept({ id })),
            catchError((error: unknown) =>
              of(agreementsActions.refused({ id, problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),
};
