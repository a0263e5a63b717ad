import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { EMPTY, map, mergeMap, of, switchMap } from 'rxjs';
import { objectEditsActions } from '../../editing/draft/object-edits.feature';
import { mapResponse } from '../../shared/requests/map-response';
import { AgreementsApi, queryOf } from './agreements.api';
import { agreementsActions, agreementsFeature } from './agreements.feature';

export const agreementsEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(AgreementsApi)) =>
      actions$.pipe(
        ofType(agreementsActions.asked),
        switchMap(({ party }) =>
          mapResponse(
            api.find(queryOf(party)),
            (rows) => agreementsActions.came({ rows }),
            (problem) => agreementsActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  begin: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(agreementsActions.asked),
        map(({ party }) =>
          objectEditsActions.opened({ scope: `agreements ${JSON.stringify(party)}` }),
        ),
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
      const party = store.selectSignal(agreementsFeature.selectParty);
      return actions$.pipe(
        ofType(objectEditsActions.saved, objectEditsActions.serverVersionTaken),
        mergeMap(({ edit }) => {
          const whose = party();
          return whose === null || edit.object.kind !== 'agreement'
            ? EMPTY
            : of(agreementsActions.asked({ party: whose }));
        }),
      );
    },
    { functional: true },
  ),
};
