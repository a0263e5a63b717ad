import type { EditParams, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';

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
  },
});

interface ObjectEditsState {
  readonly scope: string;
  readonly past: readonly ObjectEdit[];
  readonly future: readonly ObjectEdit[];
  /** The edit that is to be sent now. */
  readonly next: ObjectEdit | null;
  readonly state: 'kept' | 'keeping' | 'refused';
  readonly revisions: Readonly<Record<string, number>>;
}

const beginning: ObjectEditsState = {
  scope: '',
  past: [],
  future: [],
  next: null,
  state: 'kept',
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
    })),
    on(objectEditsActions.edited, (state, { edit }): ObjectEditsState => ({
      ...state,
      past: [...state.past, edit].slice(-STEPS_REMEMBERED),
      future: [],
      next: edit,
    })),
    on(objectEditsActions.undone, (state): ObjectEditsState => {
      const step = state.past.at(-1);
      if (!step) return { ...state, next: null };
      const back = { ...step, before: step.after, after: step.before };
      const future = [step, ...state.future];
      return { ...state, past: state.past.slice(0, -1), future, next: back };
    }),
    on(objectEditsActions.redone, (state): ObjectEditsState => {
      const [step, ...future] = state.future;
      if (!step) return { ...state, next: null };
      return { ...state, past: [...state.past, step], future, next: step };
    }),
    on(objectEditsActions.sending, (state): ObjectEditsState => ({ ...state, state: 'keeping' })),
    on(objectEditsActions.kept, (state, { edit, revision }): ObjectEditsState => ({
      ...state,
      state: 'kept',
      revisions: { ...state.revisions, [edit.object.key]: revision },
    })),
    on(objectEditsActions.refused, (state): ObjectEditsState => ({ ...state, state: 'refused' })),
  ),
});
