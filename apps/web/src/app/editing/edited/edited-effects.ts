import { inject } from '@angular/core';
import type { ItemCosts, ProblemDetails } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action, type ActionCreator } from '@ngrx/store';
import { filter, map, merge, switchMap, type Observable } from 'rxjs';
import { isUnreachable } from '../../shared/requests/problems';
import type { Loadable } from '../../shared/requests/loadable';
import type { LeftEdit } from '../editing';
import { madeBy, type Maker } from '../made-by';
import { Outbox } from '../outbox/outbox';
import type { PostedParcel } from '../outbox/outbox.feature';
import { OutboxStorage } from '../outbox/outbox-storage';
import type { Parcel } from '../outbox/parcel';
import { saveEdits } from '../outbox/save-edits';
import type { Edited, EditedActions } from './edited-object';

/** How a kind of things is read from the server and saved there. */
export interface EditedServer<Opened, K, T, Answer> {
  /** What the server says of one, as actions; fails where it says no. */
  readonly load: (asked: Opened) => Observable<Action>;
  readonly send: (
    key: K,
    content: T,
    revision: number,
  ) => Observable<{
    readonly answer: Answer;
    readonly revision: number;
    readonly seen?: ItemCosts;
  }>;
  /** What is wrong with it, found here; then it is not sent. */
  readonly check: (content: T, revision: number) => ProblemDetails | null;
  /** The same edit, to be sent without its screen. */
  readonly parcel: (key: K, content: T, revision: number) => Parcel;
}

/** Opens things of a kind and saves what is edited of them. */
export function editedEffects<
  Opened extends Action & { readonly key: K },
  Open extends Edited<T>,
  K,
  T,
  Answer,
>(
  kind: {
    readonly actions: EditedActions<K, T, Answer> & {
      readonly opened: Maker<Opened>;
    };
    /** The one that is open. */
    readonly select: (state: object) => Loadable<Open>;
    /** What it is known by. */
    readonly key: (open: Open) => K;
    /** The id of one's parcel. */
    readonly id: (key: K) => string;
    /** What else edits one, and what else sends it at once. */
    readonly edits?: readonly ActionCreator[];
    readonly hurries?: readonly ActionCreator[];
    /** A problem as its screen tells it, with the fields named from within what is edited. */
    readonly told?: (problem: ProblemDetails) => ProblemDetails;
    /** What waited in the outbox. */
    readonly left?: (parcel: PostedParcel) => LeftEdit<T>;
  },
  server: () => EditedServer<Opened, K, T, Answer>,
) {
  const { actions, id, edits = [], hurries = [] } = kind;
  const told = kind.told ?? ((problem: ProblemDetails): ProblemDetails => problem);
  const left =
    kind.left ??
    // a parcel of this id is made by this kind alone
    ((parcel: PostedParcel): LeftEdit<T> => ({
      content: parcel.content as T,
      revision: parcel.revision,
      problem: parcel.problem && told(parcel.problem),
    }));
  return {
    open: createEffect(
      (
        actions$ = inject(Actions),
        store = inject(Store),
        outbox = inject(Outbox),
        { load } = server(),
      ) => {
        const open = store.selectSignal(kind.select);
        return actions$.pipe(
          madeBy(actions.opened),
          filter(() => open().value === null),
          switchMap((asked) =>
            outbox.open(id(asked.key), load(asked), {
              failed: (problem) => actions.failed({ problem }),
              takenUp: (parcel) => actions.takenUp({ parcel: left(parcel) }),
            }),
          ),
        );
      },
      { functional: true },
    ),

    save: createEffect(
      (
        actions$ = inject(Actions),
        store = inject(Store),
        storage = inject(OutboxStorage),
        { check, send, parcel } = server(),
      ) => {
        const open = store.selectSignal(kind.select);
        return saveEdits<T, K>(
          {
            edited$: actions$.pipe(
              ofType(
                actions.edited,
                actions.undone,
                actions.redone,
                actions.rebased,
                actions.takenUp,
                ...edits,
              ),
            ),
            hurried$: merge(
              actions$.pipe(madeBy(actions.opened)),
              actions$.pipe(ofType(...hurries)),
            ),
            left$: actions$.pipe(ofType(actions.left)),
            given$: actions$.pipe(ofType(actions.serverVersionTaken)),
            unreachable$: actions$.pipe(
              ofType(actions.notSaved),
              filter(({ problem }) => isUnreachable(problem)),
            ),
            editing: () => {
              const one = open().value;
              return one && { key: kind.key(one), editing: one.editing };
            },
            check,
            send: (key, content, revision) =>
              send(key, content, revision).pipe(
                map(({ answer, ...answered }) => ({
                  saved: actions.saved({ key, content, answer }),
                  ...answered,
                })),
              ),
            saving: (key) => actions.saving({ key }),
            notSaved: (key, problem) => actions.notSaved({ key, problem: told(problem) }),
            handedOver: () => actions.handedOver(),
            parcel,
          },
          id,
          storage,
        );
      },
      { functional: true },
    ),
  };
}
