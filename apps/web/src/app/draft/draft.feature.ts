import type { DraftAnswer, DraftView, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, nothingYet, ready, type Loadable } from '../shared/loadable';

export const draftActions = createActionGroup({
  source: 'Draft',
  events: {
    Asked: emptyProps(),
    Came: props<{ answer: DraftAnswer }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Publish: props<{ draft: DraftView; note: string }>(),
    Published: props<{ version: number }>(),
    'Not Published': props<{ problem: ProblemDetails }>(),
    'Discard Level': props<{ level: string }>(),
    /** Something in the draft is another than before. */
    Changed: emptyProps(),
  },
});

interface DraftState {
  readonly answer: Loadable<DraftAnswer>;
  readonly publishing: boolean;
  /** Why it was not published. */
  readonly problem: ProblemDetails | null;
  /** The version that was published last from this page. */
  readonly published: number | null;
}

const beginning: DraftState = {
  answer: nothingYet,
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
    on(draftActions.failed, (state, { problem }): DraftState => ({
      ...state,
      answer: failed(state.answer, problem),
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
    selectCurrency: createSelector(selectAnswer, ({ value }) => value?.currency ?? ''),
  }),
});
