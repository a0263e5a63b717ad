import { inject } from '@angular/core';
import { SETTINGS_KEY } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { filter, map, switchMap } from 'rxjs';
import { objectEditsActions } from '../../editing/draft/object-edits.feature';
import { mapResponse } from '../../shared/requests/map-response';
import { BasicsApi } from './basics.api';
import { basicsActions } from './basics.feature';

export const basicsEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(BasicsApi)) =>
      actions$.pipe(
        ofType(basicsActions.opened),
        switchMap(() =>
          mapResponse(
            api.read(),
            (basics) => basicsActions.came({ basics }),
            (problem) => basicsActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  begin: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(basicsActions.opened),
        map(() => objectEditsActions.opened({ scope: 'basics' })),
      ),
    { functional: true },
  ),

  seen: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(basicsActions.came),
        map(({ basics: { settings, sharedPrices } }) => {
          const revisions = sharedPrices.map(
            ({ id, draft }) => [id, draft?.revision ?? 0] as const,
          );
          const all = { ...Object.fromEntries(revisions) };
          const revision = settings.draft?.revision ?? 0;
          return objectEditsActions.seen({ revisions: { ...all, [SETTINGS_KEY]: revision } });
        }),
      ),
    { functional: true },
  ),

  /** What stands there after an edit is asked of the server. */
  again: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(objectEditsActions.saved, objectEditsActions.serverVersionTaken),
        filter(({ edit }) => ['settings', 'sharedPrice'].includes(edit.object.kind)),
        map(() => basicsActions.opened()),
      ),
    { functional: true },
  ),
};
