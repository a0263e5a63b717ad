import type { ItemEdit, ItemView, ProblemDetails } from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { failed, loading, nothingYet, ready, type Loadable } from '../shared/loadable';

export const itemActions = createActionGroup({
  source: 'Item',
  events: {
    Opened: props<{ item: string }>(),
    Came: props<{ item: ItemView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** Facts of the item, which count at once. */
    'Facts Edited': props<{ facts: ItemEdit }>(),
    'Facts Kept': props<{ item: ItemView }>(),
    'Facts Refused': props<{ facts: ItemEdit; problem: ProblemDetails }>(),
  },
});

interface ItemState {
  readonly item: Loadable<ItemView>;
  /** Why its facts were not saved. */
  readonly factsRefused: { readonly facts: ItemEdit; readonly problem: ProblemDetails } | null;
}

const beginning: ItemState = { item: nothingYet, factsRefused: null };

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
    on(itemActions.factsEdited, (state): ItemState => ({ ...state, factsRefused: null })),
    on(itemActions.factsKept, (state, { item }): ItemState => ({ ...state, item: ready(item) })),
    on(itemActions.factsRefused, (state, { facts, problem }): ItemState => ({
      ...state,
      factsRefused: { facts, problem },
    })),
  ),
});
