import type {
  DraftRow,
  DraftTrial,
  DraftView,
  EditParams,
  ProblemDetails,
} from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const draftActions = createActionGroup({
  source: 'Draft',
  events: {
    Asked: emptyProps(),
    Came: props<{ answer: OpenDrafts }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** The draft that is looked at, and that first edits go to. */
    Chosen: props<{ id: string }>(),
    'Open New': props<{ name: string }>(),
    /** The next page of the edits of the draft that is looked at. */
    'More Asked': emptyProps(),
    'More Came': props<{ draft: DraftView }>(),
    /** `at` is an instant to come, ISO 8601; null for now. */
    Publish: props<{ draft: DraftView; note: string; at: string | null }>(),
    /** It waits for its moment. */
    Waits: emptyProps(),
    'Take Back': props<{ id: string }>(),
    Published: props<{ version: number }>(),
    'Not Published': props<{ problem: ProblemDetails }>(),
    'Discard Edit': props<{ object: EditParams }>(),
    'Discard Draft': props<{ id: string }>(),
    /** A draft, or an edit of one, is gone, or is there again. */
    Discarded: emptyProps(),
    'Bring Back': props<{ id: string }>(),
    /** What the edits of a draft would have done to documents. */
    'Trial Asked': props<{ id: string }>(),
    'Trial Came': props<{ trial: DraftTrial }>(),
    'Trial Failed': props<{ problem: ProblemDetails }>(),
    /** Something in a draft is another than before. */
    Changed: emptyProps(),
  },
});

/** The drafts that are open, and the one looked at; null where there is none. */
export interface OpenDrafts {
  readonly drafts: readonly DraftRow[];
  readonly draft: DraftView | null;
}

interface DraftState {
  readonly answer: Loadable<OpenDrafts>;
  readonly trial: Loadable<DraftTrial>;
  /** The draft chosen on this page; null for the oldest. */
  readonly chosen: string | null;
  readonly publishing: boolean;
  /** Why it was not published. */
  readonly problem: ProblemDetails | null;
  /** The version that was published last from this page. */
  readonly published: number | null;
}

const beginning: DraftState = {
  answer: idle,
  trial: idle,
  chosen: null,
  publishing: false,
  problem: null,
  published: null,
};

export const draftFeature = createFeature({
  name: 'draft',
  reducer: createReducer(
    beginning,
    on(draftActions.asked, draftActions.changed, (state): DraftState => ({
      ...state,
      answer: loading(state.answer),
    })),
    on(draftActions.came, (state, { answer }): DraftState => ({ ...state, answer: ready(answer) })),
    on(draftActions.moreCame, (state, { draft }): DraftState => {
      const before = state.answer.value;
      // Of another revision, the pages would not fit together.
      if (before?.draft?.id !== draft.id || before.draft.revision !== draft.revision) return state;
      const edits = [...before.draft.edits, ...draft.edits];
      return { ...state, answer: ready({ ...before, draft: { ...before.draft, edits } }) };
    }),
    on(draftActions.waits, (state): DraftState => ({ ...state, publishing: false })),
    on(draftActions.failed, (state, { problem }): DraftState => ({
      ...state,
      answer: failed(state.answer, problem),
    })),
    on(draftActions.chosen, (state, { id }): DraftState => ({
      ...state,
      chosen: id,
      problem: null,
      answer: loading(state.answer),
    })),
    on(draftActions.trialAsked, (state): DraftState => ({ ...state, trial: loading(idle) })),
    on(draftActions.trialCame, (state, { trial }): DraftState => ({
      ...state,
      trial: ready(trial),
    })),
    on(draftActions.trialFailed, (state, { problem }): DraftState => ({
      ...state,
      trial: failed(state.trial, problem),
    })),
    on(draftActions.publish, (state): DraftState => ({
      ...state,
      publishing: true,
      problem: null,
    })),
    on(draftActions.published, (state, { version }): DraftState => ({
      ...state,
      publishing: false,
      published: version,
    })),
    on(draftActions.notPublished, (state, { problem }): DraftState => ({
      ...state,
      publishing: false,
      problem,
    })),
  ),
  extraSelectors: ({ selectAnswer }) => ({
    selectDraft: createSelector(selectAnswer, ({ value }) => value?.draft ?? null),
    selectDrafts: createSelector(selectAnswer, ({ value }) => value?.drafts ?? []),
  }),
});
