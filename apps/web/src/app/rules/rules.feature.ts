import type { RuleContent, RuleSummary, ProblemDetails } from '@honest-ledger/contracts';
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

/** A rule on its screen. */
export type OpenRule = OpenedObject<RuleContent>;

export const rulesActions = createActionGroup({
  source: 'Rules',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ rules: readonly RuleSummary[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    /** `isNew` begins a rule that nobody has yet, as a copy of another where one is named. */
    Opened: props<{ id: string; isNew: boolean; like: string | null }>(),
    Came: props<{ opened: OpenRule }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface RulesState {
  readonly list: Loadable<readonly RuleSummary[]>;
  readonly opened: Loadable<OpenRule>;
}

const beginning: RulesState = { list: nothingYet, opened: nothingYet };

export const rulesFeature = createFeature({
  name: 'rules',
  reducer: createReducer(
    beginning,
    on(rulesActions.listOpened, (state): RulesState => ({
      ...state,
      list: loading(state.list),
    })),
    on(rulesActions.listCame, (state, { rules }): RulesState => ({
      ...state,
      list: ready(rules),
    })),
    on(rulesActions.listFailed, (state, { problem }): RulesState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(rulesActions.opened, (state, { id }): RulesState => ({
      ...state,
      opened: state.opened.value?.id === id ? loading(state.opened) : loading(nothingYet),
    })),
    on(rulesActions.came, (state, { opened }): RulesState => ({
      ...state,
      opened: ready(opened),
    })),
    on(rulesActions.failed, (state, { problem }): RulesState => ({
      ...state,
      opened: failed(state.opened, problem),
    })),
  ),
});
