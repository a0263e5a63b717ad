import type { ProblemDetails } from '@honest-ledger/contracts';
import {
  createReducer,
  emptyProps,
  on,
  props,
  type Action,
  type ActionCreator,
  type ActionReducer,
} from '@ngrx/store';
import { failed, idle, ready, type Loadable } from '../../shared/requests/loadable';
import {
  edit,
  isUnsaved,
  notSaved,
  rebase,
  redo,
  saving,
  takeUp,
  undo,
  type Editing,
  type LeftEdit,
} from '../editing';
import type { Maker } from '../made-by';

/** Something that is open on its screen and saved as it is edited. */
export interface Edited<T> {
  readonly editing: Editing<T>;
}

/**
 * What happens to one thing that is saved as it is edited: K is what it is known by, T what is edited,
 * Answer what the server says once it has it.
 */
// the parameters say what the actions carry, which nothing else can
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters
export function editedEvents<K, T, Answer>() {
  return {
    Failed: props<{ problem: ProblemDetails }>(),
    Edited: props<{ content: T }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),
    Left: emptyProps(),
    /** What was edited and is not saved is the outbox’s. */
    'Handed Over': emptyProps(),
    /** What waited in the outbox is edited here again. */
    'Taken Up': props<{ parcel: LeftEdit<T> }>(),
    Saving: props<{ key: K }>(),
    Saved: props<{ key: K; content: T; answer: Answer }>(),
    'Not Saved': props<{ key: K; problem: ProblemDetails }>(),
    /** After a conflict: what somebody else left is taken, or overwritten on purpose. */
    'Server Version Taken': emptyProps(),
    Rebased: emptyProps(),
  };
}

type Creator<Props extends object> = ActionCreator<
  string,
  (props: Props & Record<never, never>) => Props & Action
>;
type Told = ActionCreator<string, () => Action>;

/** The actions of these events, and the one that opens the thing, whatever they are called. */
export interface EditedActions<K, T, Answer> {
  readonly opened: Maker<Action & { readonly key: K }>;
  readonly failed: Creator<{ problem: ProblemDetails }>;
  readonly edited: Creator<{ content: T }>;
  readonly undone: Told;
  readonly redone: Told;
  readonly left: Told;
  readonly handedOver: Told;
  readonly takenUp: Creator<{ parcel: LeftEdit<T> }>;
  readonly saving: Creator<{ key: K }>;
  readonly saved: Creator<{ key: K; content: T; answer: Answer }>;
  readonly notSaved: Creator<{ key: K; problem: ProblemDetails }>;
  readonly serverVersionTaken: Told;
  readonly rebased: Told;
}

/** What becomes of the thing where that depends on what it is. */
export interface EditedKind<Open, K, T, Answer> {
  /** What the open one is known by. */
  readonly key: (open: Open) => K;
  readonly saved: (open: Open, content: T, answer: Answer) => Open;
  /** What somebody else left there is taken. */
  readonly serverVersionTaken: (open: Open) => Open;
  /** The revision that somebody else left. */
  readonly serverRevision: (open: Open) => number;
  /** What else of it is as the edit that waited saw it. */
  readonly takenUp?: (open: Open, parcel: LeftEdit<T>) => Open;
  readonly rebased?: (open: Open) => Open;
}

/** What these actions do to the thing that is open. */
export function editedReducer<Open extends Edited<T>, K, T, Answer>(
  actions: EditedActions<K, T, Answer>,
  kind: EditedKind<Open, K, T, Answer>,
): ActionReducer<Loadable<Open>> {
  type State = Loadable<Open>;
  const within = (state: State, change: (open: Open) => Open, key?: K): State => {
    const open = state.value;
    // left alone where another one is open by now
    if (!open || (key !== undefined && key !== kind.key(open))) return state;
    return ready(change(open));
  };
  const editing = (state: State, change: (one: Editing<T>) => Editing<T>, key?: K): State =>
    within(state, (open) => ({ ...open, editing: change(open.editing) }), key);
  const isOpened = (action: Action): action is Action & { readonly key: K } =>
    action.type === actions.opened.type;
  const reducer = createReducer<State>(
    idle,
    on(actions.failed, (state, { problem }): State => failed(state, problem)),
    on(actions.edited, (state, { content }) => editing(state, (one) => edit(one, content))),
    on(actions.undone, (state) => editing(state, undo)),
    on(actions.redone, (state) => editing(state, redo)),
    on(actions.handedOver, (): State => idle),
    on(actions.takenUp, (state, { parcel }) =>
      within(state, (open) => {
        const seen = kind.takenUp?.(open, parcel) ?? open;
        return { ...seen, editing: takeUp(open.editing, parcel) };
      }),
    ),
    on(actions.saving, (state, { key }) => editing(state, saving, key)),
    on(actions.saved, (state, { key, content, answer }) =>
      within(state, (open) => kind.saved(open, content, answer), key),
    ),
    on(actions.notSaved, (state, { key, problem }) =>
      editing(state, (one) => notSaved(one, problem), key),
    ),
    on(actions.rebased, (state) =>
      within(state, (open) => {
        const seen = kind.rebased?.(open) ?? open;
        return { ...seen, editing: rebase(open.editing, kind.serverRevision(open)) };
      }),
    ),
    on(actions.serverVersionTaken, (state) => within(state, kind.serverVersionTaken)),
  );
  return (state, action) => {
    if (!isOpened(action)) return reducer(state, action);
    const open = state?.value;
    // an edit of this one that is not saved yet is taken up again
    const isUnsavedYet = open && kind.key(open) === action.key && isUnsaved(open.editing);
    return isUnsavedYet ? editing(ready(open), (one) => rebase(one, one.revision)) : idle;
  };
}

/** A state that has such a thing as one of its parts. */
export function withEdited<State extends object, Name extends keyof State>(
  name: Name,
  edited: ActionReducer<State[Name]>,
  rest: ActionReducer<State>,
): ActionReducer<State> {
  return (state, action) => {
    const next = rest(state, action);
    const part = edited(next[name], action);
    return part === next[name] ? next : { ...next, [name]: part };
  };
}
