import type { EditParams, ObjectDraft, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { isUnreachable } from '../shared/problems';

/** What a draft says of an object: not edited, or edited so; null withdraws it. */
export type Drafted =
  { readonly edited: false } | { readonly edited: true; readonly content: object | null };

/** One edit of an object that is edited in a grid, and what takes it back. */
export interface ObjectEdit {
  readonly object: EditParams;
  readonly before: Drafted;
  readonly after: Drafted;
}

/** Edits of base prices and agreements: sent one after the other, undone and done again. */
export const objectEditsActions = createActionGroup({
  source: 'Object Edits',
  events: {
    /** A screen came up; on another one nothing is there to undo. */
    Opened: props<{ scope: string }>(),
    /** The revisions of what drafts say, by the objects' keys, as the screen has read them. */
    Seen: props<{ revisions: Readonly<Record<string, number>> }>(),
    Edited: props<{ edit: ObjectEdit }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),
    Sending: props<{ edit: ObjectEdit }>(),
    Kept: props<{ edit: ObjectEdit; revision: number }>(),
    Refused: props<{ edit: ObjectEdit; problem: ProblemDetails }>(),
    /** The server could not be reached: once more, where nothing else was made of it meanwhile. */
    'Sent Again': props<{ edit: ObjectEdit }>(),
    /** After a conflict: what somebody else left is overwritten on purpose, or taken. */
    'Mine Insisted': props<{ key: string }>(),
    'Theirs Taken': props<{ edit: ObjectEdit }>(),
  },
});

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
  readonly state: 'kept' | 'keeping' | 'unreachable' | 'refused';
  /** How many edits were made whose answer is not there yet. */
  readonly waiting: number;
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
  state: 'kept',
  waiting: 0,
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
      scope === state.scope ? state : { ...beginning, scope },
    ),
    on(objectEditsActions.seen, (state, { revisions }): ObjectEditsState => ({
      ...state,
      revisions,
      latest: state.waiting > 0 ? state.latest : onlyRefused(state),
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
    on(objectEditsActions.sending, (state): ObjectEditsState => ({ ...state, state: 'keeping' })),
    on(objectEditsActions.kept, (state, { edit, revision }): ObjectEditsState => ({
      ...state,
      state: 'kept',
      waiting: oneLess(state),
      revisions: { ...state.revisions, [edit.object.key]: revision },
      // an edit before it may have been refused while this one waited: what is kept is the whole
      refused: withoutKey(state.refused, edit.object.key),
    })),
    on(objectEditsActions.refused, (state, { edit, problem }): ObjectEditsState => ({
      ...state,
      state: isUnreachable(problem) ? 'unreachable' : 'refused',
      waiting: oneLess(state),
      refused: { ...state.refused, [edit.object.key]: { edit, problem } },
    })),
    on(objectEditsActions.sentAgain, (state, { edit }): ObjectEditsState =>
      state.latest[edit.object.key] === edit.after
        ? withNext(state, edit)
        : { ...state, next: null },
    ),
    on(objectEditsActions.mineInsisted, (state, { key }): ObjectEditsState => {
      const conflict = conflictIn(state.refused[key]);
      if (!conflict) return { ...state, next: null };
      const { edit, theirs, revision } = conflict;
      const again = { ...edit, before: theirs };
      const known = { ...state, revisions: { ...state.revisions, [edit.object.key]: revision } };
      return { ...withNext(known, again), past: [...without(state.past, edit), again] };
    }),
    on(objectEditsActions.theirsTaken, (state, { edit }): ObjectEditsState => ({
      ...state,
      state: 'kept',
      latest: withoutKey(state.latest, edit.object.key),
      refused: withoutKey(state.refused, edit.object.key),
      past: without(state.past, edit),
    })),
  ),
});

/** What somebody else left where an edit was to go. */
export interface EditConflict {
  readonly edit: ObjectEdit;
  readonly theirs: Drafted;
  readonly revision: number;
}

/** The conflict that a refusal is, or null where it is another. */
export function conflictIn(refused: Refusal | undefined): EditConflict | null {
  if (refused?.problem.status !== 409 || refused.problem.current === undefined) return null;
  // the server's answer to an edit that comes second: the edit that stands there, or null for none
  const held = refused.problem.current as ObjectDraft<object> | null;
  const theirs: Drafted = held ? { edited: true, content: held.content } : { edited: false };
  return { edit: refused.edit, theirs, revision: held?.revision ?? 0 };
}

/** An answer may come after another screen was opened, on which nothing waits. */
const oneLess = ({ waiting }: ObjectEditsState): number => Math.max(0, waiting - 1);

const without = (past: readonly ObjectEdit[], edit: ObjectEdit): readonly ObjectEdit[] =>
  past.filter((one) => one !== edit);

function withNext(state: ObjectEditsState, next: ObjectEdit): ObjectEditsState {
  const { key } = next.object;
  return {
    ...state,
    next,
    waiting: state.waiting + 1,
    latest: { ...state.latest, [key]: next.after },
    refused: withoutKey(state.refused, key),
  };
}

/** What was refused stays as it was typed. */
function onlyRefused({ latest, refused }: ObjectEditsState): ObjectEditsState['latest'] {
  return Object.fromEntries(Object.entries(latest).filter(([key]) => key in refused));
}

function withoutKey<T>(all: Readonly<Record<string, T>>, key: string): Record<string, T> {
  return Object.fromEntries(Object.entries(all).filter(([one]) => one !== key));
}
