import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action } from '@ngrx/store';
import { concat, concatMap, delay, filter, map, mergeMap, of, type Observable } from 'rxjs';
import { answer } from '../shared/answer';
import { isUnreachable } from '../shared/problems';
import { DraftApi } from './draft.api';
import { draftActions, draftFeature } from './draft.feature';
import { objectEditsActions, objectEditsFeature, type ObjectEdit } from './object-edits.feature';

const AGAIN_MILLISECONDS = 3000;

export const objectEditsEffects = {
  send: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi), store = inject(Store)) => {
      const next = store.selectSignal(objectEditsFeature.selectNext);
      const revisions = store.selectSignal(objectEditsFeature.selectRevisions);
      const chosen = store.selectSignal(draftFeature.selectChosen);
      const sent = ({ object, after }: ObjectEdit): Observable<number> => {
        const revision = revisions()[object.key] ?? 0;
        if (!after.edited) {
          // what was refused is not there to be discarded
          return revision === 0 ? of(0) : api.discardEdit(object).pipe(map(() => 0));
        }
        return api
          .keepEdit(object, { content: after.content, revision, draft: chosen() })
          .pipe(map((answer) => answer.revision));
      };
      return actions$.pipe(
        ofType(
          objectEditsActions.edited,
          objectEditsActions.undone,
          objectEditsActions.redone,
          objectEditsActions.mineInsisted,
          objectEditsActions.sentAgain,
        ),
        map(() => next()),
        filter((edit) => edit !== null),
        concatMap((edit): Observable<Action> =>
          concat(
            of(objectEditsActions.sending({ edit })),
            answer(
              sent(edit),
              (revision) => objectEditsActions.kept({ edit, revision }),
              (problem) => objectEditsActions.refused({ edit, problem }),
            ),
          ),
        ),
      );
    },
    { functional: true },
  ),

  again: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(objectEditsActions.refused),
        filter(({ problem }) => isUnreachable(problem)),
        delay(AGAIN_MILLISECONDS),
        map(({ edit }) => objectEditsActions.sentAgain({ edit })),
      ),
    { functional: true },
  ),

  /** An edit made after the session had ended is sent once its user is back on the screen. */
  resume: createEffect(
    (actions$ = inject(Actions), store = inject(Store)) => {
      const refused = store.selectSignal(objectEditsFeature.selectRefused);
      return actions$.pipe(
        ofType(objectEditsActions.seen),
        mergeMap(() =>
          Object.values(refused())
            .filter(({ problem }) => problem.status === 401)
            .map(({ edit }) => objectEditsActions.sentAgain({ edit })),
        ),
      );
    },
    { functional: true },
  ),

  tellDraft: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(objectEditsActions.kept),
        map(() => draftActions.changed()),
      ),
    { functional: true },
  ),
};
