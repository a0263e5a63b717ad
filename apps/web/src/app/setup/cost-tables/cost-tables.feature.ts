import type { CostTableList, CostTableView, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const costTablesActions = createActionGroup({
  source: 'Cost Tables',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ list: CostTableList }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    /** `isNew` begins a table that nobody has yet. */
    Opened: props<{ id: string; isNew: boolean }>(),
    Came: props<{ table: CostTableView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface CostTablesState {
  readonly list: Loadable<CostTableList>;
  readonly table: Loadable<CostTableView>;
}

const beginning: CostTablesState = { list: idle, table: idle };

export const costTablesFeature = createFeature({
  name: 'costTables',
  reducer: createReducer(
    beginning,
    on(costTablesActions.listOpened, (state): CostTablesState => ({
      ...state,
      list: loading(state.list),
    })),
    on(costTablesActions.listCame, (state, { list }): CostTablesState => ({
      ...state,
      list: ready(list),
    })),
    on(costTablesActions.listFailed, (state, { problem }): CostTablesState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(costTablesActions.opened, (state, { id }): CostTablesState => ({
      ...state,
      table: state.table.value?.id === id ? loading(state.table) : loading(idle),
    })),
    on(costTablesActions.came, (state, { table }): CostTablesState => ({
      ...state,
      table: ready(table),
    })),
    on(costTablesActions.failed, (state, { problem }): CostTablesState => ({
      ...state,
      table: failed(state.table, problem),
    })),
  ),
});
