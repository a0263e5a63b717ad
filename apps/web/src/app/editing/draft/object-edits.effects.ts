import { inject } from '@angular/core';
import {
  check,
  setupContentSchemas,
  type ProblemDetails,
  type SetupObjectKind,
} from '@honest-ledger/contracts';
import { NavigationStart, Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action } from '@ngrx/store';
import {
  concat,
  concatMap,
  delay,
  filter,
  map,
  mergeMap,
  of,
  tap,
  throwError,
  type Observable,
} from 'rxjs';
import { Outbox } from '../outbox/outbox';
import { outboxActions, outboxFeature } from '../outbox/outbox.feature';
import { OutboxStorage } from '../outbox/outbox-storage';
import type { Parcel } from '../outbox/parcel';
import { mapResponse } from '../../shared/requests/map-response';
import { isUnreachable } from '../../shared/requests/problems';
import { DraftApi } from './draft.api';
import { draftActions, draftFeature } from './draft.feature';
import {
  NOT_COMPLETE,
  objectEditsActions,
  objectEditsFeature,
  type ObjectEdit,
} from './object-edits.feature';
import { editIn, editParcel, objectParcelId } from './object-parcels';
import { PAUSES } from '../../shared/requests/pauses';

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
        const wrong = problemIn(object.kind, after.content);
        if (wrong) return throwError(() => wrong);
        return api
          .saveEdit(object, { content: after.content, revision, draft: chosen() })
          .pipe(map((answer) => answer.revision));
      };
      return actions$.pipe(
        ofType(
          objectEditsActions.edited,
          objectEditsActions.undone,
          objectEditsActions.redone,
          objectEditsActions.rebased,
          objectEditsActions.sentAgain,
          objectEditsActions.takenUp,
        ),
        map(() => next()),
        filter((edit) => edit !== null),
        concatMap((edit): Observable<Action> =>
          concat(
            of(objectEditsActions.sending({ edit })),
            mapResponse(
              sent(edit),
              (revision) => objectEditsActions.saved({ edit, revision }),
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
        delay(PAUSES.again),
        map(({ edit }) => objectEditsActions.sentAgain({ edit })),
      ),
    { functional: true },
  ),

  /** What is edited is kept on this device, too, until the server has it. */
  saveHere: createEffect(
    (actions$ = inject(Actions), storage = inject(OutboxStorage)) => {
      const { next, parcel } = parcels();
      return actions$.pipe(
        ofType(
          objectEditsActions.edited,
          objectEditsActions.undone,
          objectEditsActions.redone,
          objectEditsActions.rebased,
          objectEditsActions.takenUp,
        ),
        map(() => next()),
        filter((edit) => edit !== null),
        tap((edit) => {
          storage.put(parcel(edit));
        }),
      );
    },
    { functional: true, dispatch: false },
  ),

  forgetHere: createEffect(
    (actions$ = inject(Actions), storage = inject(OutboxStorage)) =>
      actions$.pipe(
        ofType(objectEditsActions.saved, objectEditsActions.serverVersionTaken),
        tap((action) => {
          const id = objectParcelId(action.edit.object);
          if (action.type !== objectEditsActions.saved.type) storage.remove(id);
          else storage.removeSent(id, contentOf(action.edit));
        }),
      ),
    { functional: true, dispatch: false },
  ),

  /** A screen that is left has no edits any more, whatever comes next. */
  leave: createEffect(
    (router = inject(Router)) =>
      router.events.pipe(
        filter((event) => event instanceof NavigationStart),
        filter(({ url }) => pathOf(url) !== pathOf(router.url)),
        map(() => objectEditsActions.opened({ scope: '' })),
      ),
    { functional: true },
  ),

  /** What was refused, and has no screen any more, goes to the outbox. */
  handOver: createEffect(
    (actions$ = inject(Actions), store = inject(Store)) => {
      const state = store.selectSignal(objectEditsFeature.selectObjectEditsState);
      const { parcel } = parcels();
      return actions$.pipe(
        ofType(objectEditsActions.opened, objectEditsActions.refused),
        mergeMap(() => {
          const { left, refused, waiting } = state();
          return left.flatMap((key) => (waiting[key] ? [] : (refused[key] ?? [])));
        }),
        mergeMap(({ edit, problem }) => [
          outboxActions.posted({ parcel: parcel(edit), onItsWay: false, problem }),
          objectEditsActions.handedOver({ key: edit.object.key }),
        ]),
      );
    },
    { functional: true },
  ),

  /** What waits in the outbox of something that a screen shows is edited there. */
  takeUp: createEffect(
    (actions$ = inject(Actions), outbox = inject(Outbox), store = inject(Store)) => {
      const waiting = store.selectSignal(outboxFeature.selectParcels);
      return actions$.pipe(
        ofType(objectEditsActions.seen),
        mergeMap(({ revisions }) =>
          Object.values(waiting())
            .filter(({ before }) => before !== undefined) // what a grid has edited
            .map(({ id }) => id)
            .filter((id) => id.slice(id.indexOf(' ') + 1) in revisions),
        ),
        mergeMap((id) => outbox.hold(id).pipe(map(() => outbox.takeOut(id)))),
        filter((parcel) => parcel !== null),
        map((parcel) =>
          objectEditsActions.takenUp({ edit: editIn(parcel), revision: parcel.revision }),
        ),
      );
    },
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
        ofType(objectEditsActions.saved),
        map(() => draftActions.changed()),
      ),
    { functional: true },
  ),
};

/** The edit that is to be sent, and what it is where it waits to be. */
function parcels() {
  const store = inject<Store>(Store);
  const next = store.selectSignal(objectEditsFeature.selectNext);
  const revisions = store.selectSignal(objectEditsFeature.selectRevisions);
  const chosen = store.selectSignal(draftFeature.selectChosen);
  const parcel = (edit: ObjectEdit): Parcel =>
    editParcel(edit, revisions()[edit.object.key] ?? 0, chosen());
  return { next, parcel };
}

const pathOf = (url: string): string | undefined => url.split('?', 1)[0];

const contentOf = ({ after }: ObjectEdit): unknown => (after.edited ? after.content : null);

/** What the server would say no to is not sent: a part that is begun counts nowhere until it is whole. */
function problemIn(kind: SetupObjectKind, content: object | null): ProblemDetails | null {
  if (content === null) return null;
  const reading = check<unknown>(setupContentSchemas[kind], content);
  if (reading.ok) return null;
  const fields = reading.problems.map(({ path, sentence }) => ({
    path: path === '' ? 'content' : `content.${path}`,
    sentence,
  }));
  const detail = 'Not saved yet: fill the marked fields.';
  return { type: NOT_COMPLETE, title: 'Not complete', status: 422, detail, fields };
}
