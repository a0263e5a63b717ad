import type { ItemCosts, ItemCostsView, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import {
  beginEditing,
  edit,
  rebase,
  isUnsaved,
  saving,
  saved,
  notSaved,
  redo,
  takeUp,
  undo,
  type Editing,
  type LeftEdit,
} from '../../editing/editing';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const itemCostsActions = createActionGroup({
  source: 'Item Costs',
  events: {
    Opened: props<{ item: string }>(),
    Came: props<{ costs: ItemCostsView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** The costs as they are to be. A fact: it counts at once. */
    Edited: props<{ content: ItemCosts }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),
    Left: emptyProps(),
    /** What was edited and is not saved is the outbox’s. */
    'Handed Over': emptyProps(),
    /** What waited in the outbox is edited here again, made from what was seen then. */
    'Taken Up': props<{ parcel: LeftEdit<ItemCosts>; seen: ItemCosts }>(),
    Saving: props<{ item: string }>(),
    Saved: props<{ content: ItemCosts; costs: ItemCostsView }>(),
    'Not Saved': props<{ item: string; problem: ProblemDetails }>(),
    'Server Version Taken': emptyProps(),
    Rebased: emptyProps(),
  },
});

export interface OpenCosts {
  /** As the server last had them. */
  readonly view: ItemCostsView;
  /** Costs have no revision: an edit is made from what was seen. */
  readonly editing: Editing<ItemCosts>;
}

interface ItemCostsState {
  readonly costs: Loadable<OpenCosts>;
}

const beginning: ItemCostsState = { costs: idle };

export const itemCostsFeature = createFeature({
  name: 'itemCosts',
  reducer: createReducer(
    beginning,
    on(itemCostsActions.opened, ({ costs }, { item }): ItemCostsState => {
      const open = costs.value;
      if (open?.view.item !== item) return { costs: loading(idle) };
      return { costs: isUnsaved(open.editing) ? costs : loading(costs) };
    }),
    on(itemCostsActions.came, (state, { costs }): ItemCostsState => {
      const open = state.costs.value;
      // what is being edited is not typed over by what was read meanwhile
      if (open?.view.item === costs.item && open.editing.state !== 'saved') return state;
      return { costs: ready(openCosts(costs)) };
    }),
    on(itemCostsActions.failed, ({ costs }, { problem }): ItemCostsState => ({
      costs: failed(costs, problem),
    })),
    on(itemCostsActions.edited, (state, { content }) =>
      withOpen(state, (open) => ({ ...open, editing: edit(open.editing, content) })),
    ),
    on(itemCostsActions.undone, (state) =>
      withOpen(state, (open) => ({ ...open, editing: undo(open.editing) })),
    ),
    on(itemCostsActions.redone, (state) =>
      withOpen(state, (open) => ({ ...open, editing: redo(open.editing) })),
    ),
    on(itemCostsActions.handedOver, (): ItemCostsState => ({ costs: idle })),
    on(itemCostsActions.takenUp, (state, { parcel, seen }) =>
      withOpen(state, (open) => ({
        view: { ...open.view, costs: seen },
        editing: takeUp(open.editing, parcel),
      })),
    ),
    on(itemCostsActions.saving, (state, { item }) =>
      withOpen(state, (open) => ({ ...open, editing: saving(open.editing) }), item),
    ),
    on(itemCostsActions.saved, (state, { content, costs }) =>
      withOpen(
        state,
        (open) => ({ view: costs, editing: asServerSays(saved(open.editing, content, 0), costs) }),
        costs.item,
      ),
    ),
    on(itemCostsActions.notSaved, (state, { item, problem }) =>
      withOpen(state, (open) => ({ ...open, editing: notSaved(open.editing, problem) }), item),
    ),
    on(itemCostsActions.rebased, (state) =>
      withOpen(state, (open) => ({
        view: { ...open.view, costs: serverVersion(open.editing) ?? open.view.costs },
        editing: rebase(open.editing, 0),
      })),
    ),
    on(itemCostsActions.serverVersionTaken, (state) =>
      withOpen(state, ({ view, editing }) =>
        openCosts({ ...view, costs: serverVersion(editing) ?? view.costs }),
      ),
    ),
  ),
});

/** What somebody else left there, which a conflict brings along. */
export function serverVersion({ problem }: Editing<ItemCosts>): ItemCosts | null {
  // the server's answer to an edit that comes second
  return (problem?.current as ItemCosts | undefined) ?? null;
}

function openCosts(view: ItemCostsView): OpenCosts {
  return { view, editing: beginEditing(view.costs, 0) };
}

/** Once all of it is saved, it is written as the server writes it. */
function asServerSays(editing: Editing<ItemCosts>, { costs }: ItemCostsView): Editing<ItemCosts> {
  return editing.state === 'saved' ? { ...editing, content: costs } : editing;
}

/** The open costs changed; left alone where another item is open by now. */
function withOpen(
  state: ItemCostsState,
  change: (open: OpenCosts) => OpenCosts,
  item?: string,
): ItemCostsState {
  const open = state.costs.value;
  if (!open || (item !== undefined && item !== open.view.item)) return state;
  return { costs: ready(change(open)) };
}
