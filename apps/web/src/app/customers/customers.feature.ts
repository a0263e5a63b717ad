import type {
  CustomerRow,
  LevelPreview,
  LevelSummary,
  ProblemDetails,
} from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, nothingYet, ready, type Loadable } from '../shared/loadable';

export const customersActions = createActionGroup({
  source: 'Customers',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ customers: readonly CustomerRow[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    Opened: props<{ code: string }>(),
    Came: props<{ customer: CustomerRow; levels: readonly LevelSummary[] }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** A level is being thought about; nothing is given yet. */
    'Level Considered': props<{ level: string | null }>(),
    'Preview Came': props<{ level: string | null; preview: LevelPreview }>(),
    'Level Dropped': emptyProps(),
    'Level Given': props<{ code: string; level: string | null; revision: number }>(),
    'Level Kept': props<{ customer: CustomerRow }>(),
    'Level Refused': props<{ problem: ProblemDetails }>(),
  },
});

/** A level that a customer may be given, and what it would do. */
export interface ConsideredLevel {
  readonly level: string | null;
  readonly preview: LevelPreview | null;
}

interface CustomersState {
  readonly list: Loadable<readonly CustomerRow[]>;
  readonly customer: Loadable<CustomerRow>;
  /** The published levels it may be given. */
  readonly levels: readonly LevelSummary[];
  readonly considered: ConsideredLevel | null;
  readonly problem: ProblemDetails | null;
}

const beginning: CustomersState = {
  list: nothingYet,
  customer: nothingYet,
  levels: [],
  considered: null,
  problem: null,
};

export const customersFeature = createFeature({
  name: 'customers',
  reducer: createReducer(
    beginning,
    on(customersActions.listOpened, (state): CustomersState => ({
      ...state,
      list: loading(state.list),
    })),
    on(customersActions.listCame, (state, { customers }): CustomersState => ({
      ...state,
      list: ready(customers),
    })),
    on(customersActions.listFailed, (state, { problem }): CustomersState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(customersActions.opened, (state): CustomersState => ({
      ...state,
      customer: nothingYet,
      considered: null,
      problem: null,
    })),
    on(customersActions.came, (state, { customer, levels }): CustomersState => ({
      ...state,
      customer: ready(customer),
      levels,
    })),
    on(customersActions.failed, (state, { problem }): CustomersState => ({
      ...state,
      customer: failed(state.customer, problem),
    })),
    on(customersActions.levelConsidered, (state, { level }): CustomersState => ({
      ...state,
      considered: { level, preview: null },
      problem: null,
    })),
    on(customersActions.previewCame, (state, { level, preview }): CustomersState => ({
      ...state,
      considered: state.considered?.level === level ? { level, preview } : state.considered,
    })),
    on(customersActions.levelDropped, (state): CustomersState => ({ ...state, considered: null })),
    on(customersActions.levelKept, (state, { customer }): CustomersState => ({
      ...state,
      customer: ready(customer),
      considered: null,
    })),
    on(customersActions.levelRefused, (state, { problem }): CustomersState => ({
      ...state,
      considered: null,
      problem,
    })),
  ),
});
