import type {
  CustomerRow,
  DeskAnswer,
  DeskQuestion,
  ItemRow,
  LastPrices,
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

/** What is asked besides the item and the customer, who are chosen from what was found. */
export type DeskTerms = Omit<DeskQuestion, 'item' | 'customer'>;

export const priceDeskActions = createActionGroup({
  source: 'Price Desk',
  events: {
    'Item Chosen': props<{ item: ItemRow }>(),
    'Customer Chosen': props<{ customer: CustomerRow | null }>(),
    'Terms Changed': props<{ terms: Partial<DeskTerms> }>(),
    Asked: emptyProps(),
    Answered: props<{ answer: DeskAnswer; paid: LastPrices }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** The question becomes a quote. */
    Quoted: emptyProps(),
    'Not Quoted': props<{ problem: ProblemDetails }>(),
  },
});

export interface DeskPrices {
  readonly answer: DeskAnswer;
  readonly paid: LastPrices;
}

interface PriceDeskState {
  readonly item: ItemRow | null;
  readonly customer: CustomerRow | null;
  readonly terms: DeskTerms;
  readonly prices: Loadable<DeskPrices>;
}

const TERMS: DeskTerms = {
  quantity: '1',
  unit: null,
  duration: null,
  level: null,
  outlet: null,
  currency: null,
  asOf: null,
};
const beginning: PriceDeskState = { item: null, customer: null, terms: TERMS, prices: idle };

/** The question stays while somebody looks at other screens. */
export const priceDeskFeature = createFeature({
  name: 'priceDesk',
  reducer: createReducer(
    beginning,
    // the unit and the time are of the item that was asked for before
    on(priceDeskActions.itemChosen, (state, { item }): PriceDeskState => ({
      ...state,
      item,
      terms: { ...state.terms, unit: null, duration: item.timeUnit === null ? null : '1' },
    })),
    // the outlet and the currency follow from the customer again
    on(priceDeskActions.customerChosen, (state, { customer }): PriceDeskState => ({
      ...state,
      customer,
      terms: { ...state.terms, outlet: null, currency: null },
    })),
    on(priceDeskActions.termsChanged, (state, { terms }): PriceDeskState => ({
      ...state,
      terms: { ...state.terms, ...terms },
    })),
    on(priceDeskActions.asked, (state): PriceDeskState => ({
      ...state,
      prices: loading(state.prices),
    })),
    on(priceDeskActions.answered, (state, { answer, paid }): PriceDeskState => ({
      ...state,
      prices: ready({ answer, paid }),
    })),
    on(
      priceDeskActions.failed,
      priceDeskActions.notQuoted,
      (state, { problem }): PriceDeskState => ({
        ...state,
        prices: failed(state.prices, problem),
      }),
    ),
  ),
  extraSelectors: ({ selectItem, selectCustomer, selectTerms }) => ({
    selectQuestion: (state: Parameters<typeof selectItem>[0]): DeskQuestion | null => {
      const item = selectItem(state);
      const customer = selectCustomer(state)?.code ?? null;
      return item && { item: item.item, customer, ...selectTerms(state) };
    },
  }),
});
