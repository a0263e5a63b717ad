import type { ItemCosts, ItemCostsView, ProblemDetails } from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { failed, loading, nothingYet, ready, type Loadable } from '../shared/loadable';

export const itemCostsActions = createActionGroup({
  source: 'Item Costs',
  events: {
    Opened: props<{ item: string }>(),
    Came: props<{ costs: ItemCostsView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** The costs as they are to be. A fact: it counts at once. */
    Edited: props<{ item: string; content: ItemCosts }>(),
    Kept: props<{ costs: ItemCostsView }>(),
    Refused: props<{ problem: ProblemDetails }>(),
  },
});

interface ItemCostsState {
  readonly costs: Loadable<ItemCostsView>;
  /** Why the last edit was not kept. */
  readonly refused: ProblemDetails | null;
}

const beginning: ItemCostsState = { costs: nothingYet, refused: null };

export const itemCostsFeature = createFeature({
  name: 'itemCosts',
  reducer: createReducer(
    beginning,
    on(itemCostsActions.opened, ({ costs }, { item }): ItemCostsState => ({
      costs: loading(costs.value?.item === item ? costs : nothingYet),
      refused: null,
    })),
    on(itemCostsActions.came, itemCostsActions.kept, (_, { costs }): ItemCostsState => ({
      costs: ready(costs),
      refused: null,
    })),
    on(itemCostsActions.failed, ({ costs }, { problem }): ItemCostsState => ({
      costs: failed(costs, problem),
      refused: null,
    })),
    on(itemCostsActions.edited, (state): ItemCostsState => ({ ...state, refused: null })),
    on(itemCostsActions.refused, (state, { problem }): ItemCostsState => ({
      ...state,
      refused: problem,
    })),
  ),
});
