import type {
  CustomerContent,
  CustomerPreview,
  CustomerView,
  PriceListPage,
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
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const customersActions = createActionGroup({
  source: 'Customers',
  events: {
    Opened: props<{ code: string }>(),
    Came: props<{ customer: CustomerView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** Something else is being thought about; nothing is saved yet. */
    Considered: props<{ content: CustomerContent }>(),
    'Preview Came': props<{ content: CustomerContent; preview: CustomerPreview }>(),
    Dropped: emptyProps(),
    Save: emptyProps(),
    Saved: props<{ customer: CustomerView }>(),
    Refused: props<{ problem: ProblemDetails }>(),
    /** After a conflict: what is thought about is meant for what somebody else left. */
    Rebased: props<{ serverVersion: CustomerView }>(),
    'Prices Asked': props<{ code: string; text: string; offset: number }>(),
    'Prices Came': props<{ page: PriceListPage; offset: number }>(),
    'Prices Failed': props<{ problem: ProblemDetails }>(),
  },
});

/** What a customer may become, and what that would do to its prices. */
export interface ConsideredCustomer {
  readonly content: CustomerContent;
  readonly preview: CustomerPreview | null;
  /** Why it cannot be so. */
  readonly problem: ProblemDetails | null;
}

interface CustomersState {
  readonly customer: Loadable<CustomerView>;
  readonly considered: ConsideredCustomer | null;
  readonly prices: Loadable<PriceListPage>;
}

const beginning: CustomersState = {
  customer: idle,
  considered: null,
  prices: idle,
};

export const customersFeature = createFeature({
  name: 'customers',
  reducer: createReducer(
    beginning,
    on(customersActions.opened, (state): CustomersState => ({
      ...state,
      customer: idle,
      considered: null,
      prices: idle,
    })),
    on(customersActions.came, (state, { customer }): CustomersState => ({
      ...state,
      customer: ready(customer),
    })),
    on(customersActions.failed, (state, { problem }): CustomersState => ({
      ...state,
      customer: failed(state.customer, problem),
    })),
    on(customersActions.considered, (state, { content }): CustomersState => ({
      ...state,
      considered: { content, preview: null, problem: null },
    })),
    on(customersActions.previewCame, (state, { content, preview }): CustomersState => ({
      ...state,
      considered:
        state.considered?.content === content ? { ...state.considered, preview } : state.considered,
    })),
    on(customersActions.rebased, (state, { serverVersion }): CustomersState => ({
      ...state,
      customer: ready(serverVersion),
      considered: state.considered && { ...state.considered, problem: null },
    })),
    on(customersActions.dropped, (state): CustomersState => ({ ...state, considered: null })),
    on(customersActions.saved, (state, { customer }): CustomersState => ({
      ...state,
      customer: ready(customer),
      considered: null,
    })),
    on(customersActions.refused, (state, { problem }): CustomersState => ({
      ...state,
      considered: state.considered && { ...state.considered, problem },
    })),
    on(customersActions.pricesAsked, (state, { offset }): CustomersState => ({
      ...state,
      prices: offset === 0 ? loading(state.prices) : state.prices,
    })),
    on(customersActions.pricesCame, (state, { page, offset }): CustomersState => {
      const before = offset === 0 ? [] : (state.prices.value?.rows ?? []);
      return { ...state, prices: ready({ ...page, rows: [...before, ...page.rows] }) };
    }),
    on(customersActions.pricesFailed, (state, { problem }): CustomersState => ({
      ...state,
      prices: failed(state.prices, problem),
    })),
  ),
});
