import type { EditParams, ObjectDraft, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { isUnreachable } from '../../shared/requests/problems';

/** What a draft says of an object: not edited, or edited so; null withdraws it. */
export type Drafted =
  { readonly edited: false } | { readonly edited: true; readonly content: object | null };

/** One edit of an object that is edited in a grid, and what takes it back. */
export interface ObjectEdit {
  readonly object: EditParams;
  readonly before: Drafted;
  readonly after: Drafted;
  /** The server has not said anything of the object yet. */
  readonly isNew?: boolean;
}

/** Edits of base prices and agreements: sent one after the other, undone and done again. */
export const objectEditsActions = createActionGroup({
  source: 'Object Edits',
  events: {
    /**
     * A screen came up; on another one nothing is there to undo. What the server does not have of
     * the one before is sent all the same, and goes to the outbox where it is refused.
     */
    Opened: props<{ scope: string }>(),
    /** The revisions of what drafts say, by the objects' keys, as the screen has read them. */
    Seen: props<{ revisions: Readonly<Record<string, number>> }>(),
    Edited: props<{ edit: ObjectEdit }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),
    Sending: props<{ edit: ObjectEdit }>(),
    Saved: props<{ edit: ObjectEdit; revision: number }>(),
    Refused: props<{ edit: ObjectEdit; problem: ProblemDetails }>(),
    /** The server could not be reached: once more, where nothing else was made of it meanwhile. */
    'Sent Again': props<{ edit: ObjectEdit }>(),
    /** After a conflict: what somebody else left is overwritten on purpose, or taken. */
    Rebased: props<{ key: string }>(),
    'Server Version Taken': props<{ edit: ObjectEdit }>(),
    /** What was refused after its screen had been left is the outbox’s. */
    'Handed Over': props<{ key: string }>(),
    /** What waited in the outbox is edited here again, made from this revision. */
    'Taken Up': props<{ edit: ObjectEdit; revision: number }>(),
  },
});

/** The title of a problem that was found on the page: something of the object is still to be said. */
export const NOT_COMPLETE = 'about:blank#not-complete';

export interface Refusal {
  readonly edit: ObjectEdit;
  readonly problem: ProblemDetails;
}

interface ObjectEditsState {
  readonly scope: string;
  readonly past: readonly ObjectEdit[];
  readonly future: readonly ObjectEdit[];
  /** The edit that is to be sent now. */
  readonly next: ObjectEdit | null;
  readonly state: 'saved' | 'saving' | 'unreachable' | 'refused';
  /** How many edits of an object were made whose answer is not there yet, by its key. */
  readonly waiting: Readonly<Record<string, number>>;
  /** Objects whose screen was left before the server had what was edited. */
  readonly left: readonly string[];
  /** What objects are to be, by their keys, as long as the server has not said that they are. */
  readonly latest: Readonly<Record<string, Drafted>>;
  /** The last edits that were refused, by their objects' keys, and why. */
  readonly refused: Readonly<Record<string, Refusal>>;
  readonly revisions: Readonly<Record<string, number>>;
}

const beginning: ObjectEditsState = {
  scope: '',
  past: [],
  future: [],
  next: null,
  state: 'saved',
  waiting: {},
  left: [],
  latest: {},
  refused: {},
  revisions: {},
};

const STEPS_REMEMBERED = 200;

export const objectEditsFeature = createFeature({
  name: 'objectEdits',
  reducer: createReducer(
    beginning,
    on(objectEditsActions.opened, (state, { scope }) =>
      scope === state.scope ? state : onlyUnsettled(state, scope),
    ),
    on(objectEditsActions.seen, (state, { revisions }): ObjectEditsState => ({
      ...state,
      // what is on its way counts from what the server answers, not from what was read meanwhile
      revisions: { ...revisions, ...ofKeys(state.revisions, unsettled(state)) },
      latest: ofKeys(state.latest, unsettled(state)),
      left: state.left.filter((key) => !(key in revisions)),
    })),
    on(objectEditsActions.edited, (state, { edit }): ObjectEditsState => ({
      ...withNext(state, edit),
      past: [...state.past, edit].slice(-STEPS_REMEMBERED),
      future: [],
    })),
    on(objectEditsActions.undone, (state): ObjectEditsState => {
      const step = state.past.at(-1);
      if (!step) return { ...state, next: null };
      const back = { ...step, before: step.after, after: step.before };
      return {
        ...withNext(state, back),
        past: state.past.slice(0, -1),
        future: [step, ...state.future],
      };
    }),
    on(objectEditsActions.redone, (state): ObjectEditsState => {
      const [step, ...future] = state.future;
      if (!step) return { ...state, next: null };
      return { ...withNext(state, step), past: [...state.past, step], future };
    }),
    on(objectEditsActions.sending, (state): ObjectEditsState => ({ ...state, state: 'saving' })),
    on(objectEditsActions.saved, (state, { edit, revision }): ObjectEditsState => ({
      ...state,
      state: 'saved',
      waiting: oneLess(state, edit),
      left: state.left.filter((key) => key !== edit.object.key || oneLess(state, edit)[key]),
      revisions: { ...state.revisions, [edit.object.key]: revision },
      // an edit before it may have been refused while this one waited: what is saved is the whole
      refused: withoutKey(state.refused, edit.object.key),
    })),
    on(objectEditsActions.refused, (state, { edit, problem }): ObjectEditsState => ({
      ...state,
      state: isUnreachable(problem) ? 'unreachable' : 'refused',
      waiting: oneLess(state, edit),
      refused: { ...state.refused, [edit.object.key]: { edit, problem } },
    })),
    on(objectEditsActions.sentAgain, (state, { edit }): ObjectEditsState =>
      state.latest[edit.object.key] === edit.after
        ? withNext(state, edit)
        : { ...state, next: null },
    ),
    on(objectEditsActions.rebased, (state, { key }): ObjectEditsState => {
      const conflict = conflictIn(state.refused[key]);
      if (!conflict) return { ...state, next: null };
      const { edit, serverVersion, revision } = conflict;
      const again = { ...edit, before: serverVersion };
      const known = { ...state, revisions: { ...state.revisions, [edit.object.key]: revision } };
      return { ...withNext(known, again), past: [...without(state.past, edit), again] };
    }),
    on(objectEditsActions.serverVersionTaken, (state, { edit }): ObjectEditsState => ({
      ...state,
      state: 'saved',
      latest: withoutKey(state.latest, edit.object.key),
      refused: withoutKey(state.refused, edit.object.key),
      past: without(state.past, edit),
    })),
    on(objectEditsActions.handedOver, (state, { key }): ObjectEditsState => ({
      ...state,
      state: 'saved',
      latest: withoutKey(state.latest, key),
      refused: withoutKey(state.refused, key),
      left: state.left.filter((one) => one !== key),
    })),
    on(objectEditsActions.takenUp, (state, { edit, revision }): ObjectEditsState => {
      const known = { ...state, revisions: { ...state.revisions, [edit.object.key]: revision } };
      return { ...withNext(known, edit), past: [...state.past, edit].slice(-STEPS_REMEMBERED) };
    }),
  ),
});

/** What somebody else left where an edit was to go. */
export interface EditConflict {
  readonly edit: ObjectEdit;
  readonly serverVersion: Drafted;
  readonly revision: number;
}

/** The conflict that a refusal is, or null where it is another. */
export function conflictIn(refused: Refusal | undefined): EditConflict | null {
  if (refused?.problem.status !== 409 || refused.problem.current === undefined) return null;
  // the server's answer to an edit that comes second: the edit that stands there, or null for none
  const held = refused.problem.current as ObjectDraft<object> | null;
  const serverVersion: Drafted = held ? { edited: true, content: held.content } : { edited: false };
  return { edit: refused.edit, serverVersion, revision: held?.revision ?? 0 };
}

function oneLess(
  { waiting }: ObjectEditsState,
  { object: { key } }: ObjectEdit,
): ObjectEditsState['waiting'] {
  const left = (waiting[key] ?? 1) - 1;
  return left > 0 ? { ...waiting, [key]: left } : withoutKey(waiting, key);
}

/** The objects of which the server does not have what they are to be. */
function unsettled({ waiting, refused }: ObjectEditsState): readonly string[] {
  return [...Object.keys(waiting), ...Object.keys(refused)];
}

function onlyUnsettled(state: ObjectEditsState, scope: string): ObjectEditsState {
  const left = unsettled(state);
  return {
    ...beginning,
    scope,
    left,
    waiting: state.waiting,
    latest: ofKeys(state.latest, left),
    refused: state.refused,
    revisions: ofKeys(state.revisions, left),
  };
}

function ofKeys<T>(all: Readonly<Record<string, T>>, keys: readonly string[]): Record<string, T> {
  return Object.fromEntries(Object.entries(all).filter(([key]) => keys.includes(key)));
}

const without = (past: readonly ObjectEdit[], edit: ObjectEdit): readonly ObjectEdit[] =>
  past.filter((one) => one !== edit);

function withNext(state: ObjectEditsState, next: ObjectEdit): ObjectEditsState {
  const { key } = next.object;
  return {
    ...state,
    next,
    waiting: { ...state.waiting, [key]: (state.waiting[key] ?? 0) + 1 },
    latest: { ...state.latest, [key]: next.after },
    refused: withoutKey(state.refused, key),
  };
}

function withoutKey<T>(all: Readonly<Record<string, T>>, key: string): Record<string, T> {
  return Object.fromEntries(Object.entries(all).filter(([one]) => one !== key));
}
