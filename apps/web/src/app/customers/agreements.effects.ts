import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, EMPTY, map, mergeMap, of, switchMap } from 'rxjs';
import { objectEditsActions } from '../draft/object-edits.feature';
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

  begin: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(agreementsActions.asked),
        map(({ customer }) => objectEditsActions.opened({ scope: `agreements ${customer}` })),
      ),
    { functional: true },
  ),

  seen: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(agreementsActions.came),
        map(({ rows }) => {
          const revisions = rows.map(({ id, draft }) => [id, draft?.revision ?? 0] as const);
          return objectEditsActions.seen({ revisions: Object.fromEntries(revisions) });
        }),
      ),
    { functional: true },
  ),

  /** What stands there after an edit is asked of the server. */
  again: createEffect(
    (actions$ = inject(Actions), store = inject(Store)) => {
      const customer = store.selectSignal(agreementsFeature.selectCustomer);
      return actions$.pipe(
        ofType(objectEditsActions.kept),
        mergeMap(({ edit }) => {
          const code = customer();
          return code === null || edit.object.kind !== 'agreement'
            ? EMPTY
            : of(agreementsActions.asked({ customer: code }));
        }),
      );
    },
    { functional: true },
  ),
};
