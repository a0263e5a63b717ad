import type { BreakContent, BreakSummary, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import type { OpenedObject } from '../draft/object-effects';
import { failed, loading, nothingYet, ready, type Loadable } from '../shared/loadable';

/** A break on its screen. */
export type OpenBreak = OpenedObject<BreakContent>;

export const breaksActions = createActionGroup({
  source: 'Breaks',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ breaks: readonly BreakSummary[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    /** `isNew` begins a break that nobody has yet, as a copy of another where one is named. */
    Opened: props<{ id: string; isNew: boolean; like: string | null }>(),
    Came: props<{ opened: OpenBreak }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface BreaksState {
  readonly list: Loadable<readonly BreakSummary[]>;
  readonly opened: Loadable<OpenBreak>;
}

const beginning: BreaksState = { list: nothingYet, opened: nothingYet };

export const breaksFeature = createFeature({
  name: 'breaks',
  reducer: createReducer(
    beginning,
    on(breaksActions.listOpened, (state): BreaksState => ({
      ...state,
      list: loading(state.list),
    })),
    on(breaksActions.listCame, (state, { breaks }): BreaksState => ({
      ...state,
      list: ready(breaks),
    })),
    on(breaksActions.listFailed, (state, { problem }): BreaksState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(breaksActions.opened, (state, { id }): BreaksState => ({
      ...state,
      opened: state.opened.value?.id === id ? loading(state.opened) : loading(nothingYet),
    })),
    on(breaksActions.came, (state, { opened }): BreaksState => ({
      ...state,
      opened: ready(opened),
    })),
    on(breaksActions.failed, (state, { problem }): BreaksState => ({
      ...state,
      opened: failed(state.opened, problem),
    })),
  ),
});
