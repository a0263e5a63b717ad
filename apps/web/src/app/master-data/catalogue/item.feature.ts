import type { ItemEdit, ItemMove, ItemView, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const itemActions = createActionGroup({
  source: 'Item',
  events: {
    Opened: props<{ item: string }>(),
    Came: props<{ item: ItemView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** Facts of the item, which count at once. */
    'Facts Edited': props<{ facts: ItemEdit }>(),
    /** They move prices, which are shown before they are saved. */
    'Facts Foreseen': props<{ facts: ItemEdit; moves: readonly ItemMove[] }>(),
    'Facts Confirmed': props<{ facts: ItemEdit }>(),
    'Facts Left': emptyProps(),
    'Facts Saved': props<{ item: ItemView }>(),
    'Facts Refused': props<{ facts: ItemEdit; problem: ProblemDetails }>(),
  },
});

interface ItemState {
  readonly item: Loadable<ItemView>;
  /** What its facts as they are edited would move; null where that moves nothing, or was answered. */
  readonly foreseen: { readonly facts: ItemEdit; readonly moves: readonly ItemMove[] } | null;
  /** Why its facts were not saved. */
  readonly factsRefused: { readonly facts: ItemEdit; readonly problem: ProblemDetails } | null;
}

const beginning: ItemState = { item: idle, foreseen: null, factsRefused: null };

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
    on(
      itemActions.factsEdited,
      itemActions.factsConfirmed,
      itemActions.factsLeft,
      (state): ItemState => ({
        ...state,
        foreseen: null,
        factsRefused: null,
      }),
    ),
    on(itemActions.factsForeseen, (state, { facts, moves }): ItemState => ({
      ...state,
      foreseen: { facts, moves },
    })),
    on(itemActions.factsSaved, (state, { item }): ItemState => ({ ...state, item: ready(item) })),
    on(itemActions.factsRefused, (state, { facts, problem }): ItemState => ({
      ...state,
      factsRefused: { facts, problem },
    })),
  ),
});
