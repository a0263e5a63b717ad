import type {
  BasePriceForm,
  ItemContent,
  ItemView,
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

export const itemActions = createActionGroup({
  source: 'Item',
  events: {
    Opened: props<{ item: string }>(),
    Came: props<{ item: ItemView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** All base prices of the item, for the draft. */
    'Prices Edited': props<{ prices: readonly BasePriceForm[] }>(),
    'Edit Discarded': emptyProps(),
    /** Facts of the item, which count at once. */
    'Facts Edited': props<{ facts: ItemContent }>(),
    'Facts Kept': props<{ item: ItemView }>(),
    'Facts Refused': props<{ problem: ProblemDetails }>(),
    Kept: emptyProps(),
    Refused: props<{ problem: ProblemDetails }>(),
  },
});

interface ItemState {
  readonly item: Loadable<ItemView>;
  /** Prices that were typed and are not kept yet. */
  readonly typed: readonly BasePriceForm[] | null;
  readonly refused: ProblemDetails | null;
  /** Why its facts were not saved. */
  readonly factsRefused: ProblemDetails | null;
}

const beginning: ItemState = { item: nothingYet, typed: null, refused: null, factsRefused: null };

export const itemFeature = createFeature({
  name: 'item',
  reducer: createReducer(
    beginning,
    on(itemActions.opened, (state, { item }): ItemState =>
      state.item.value?.item === item ? { ...state, item: loading(state.item) } : beginning,
    ),
    on(itemActions.came, (state, { item }): ItemState => ({ ...state, item: ready(item) })),
    on(itemActions.failed, (state, { problem }): ItemState => ({
      ...state,
      item: failed(state.item, problem),
    })),
    on(itemActions.pricesEdited, (state, { prices }): ItemState => ({
      ...state,
      typed: prices,
      refused: null,
    })),
    on(itemActions.factsEdited, (state): ItemState => ({ ...state, factsRefused: null })),
    on(itemActions.factsKept, (state, { item }): ItemState => ({ ...state, item: ready(item) })),
    on(itemActions.factsRefused, (state, { problem }): ItemState => ({
      ...state,
      factsRefused: problem,
    })),
    on(itemActions.kept, (state): ItemState => ({ ...state, typed: null, refused: null })),
    on(itemActions.refused, (state, { problem }): ItemState => ({ ...state, refused: problem })),
  ),
});
