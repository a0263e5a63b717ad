import type { ItemCosts, ItemCostsView } from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import {
  editedEvents,
  editedReducer,
  type Edited,
  type EditedKind,
  withEdited,
} from '../../editing/edited/edited-object';
import { beginEditing, saved, type Editing } from '../../editing/editing';
import { idle, ready, type Loadable } from '../../shared/requests/loadable';

export const itemCostsActions = createActionGroup({
  source: 'Item Costs',
  events: {
    Opened: props<{ key: string }>(),
    Came: props<{ costs: ItemCostsView }>(),
    // a fact: it counts at once
    ...editedEvents<string, ItemCosts, ItemCostsView>(),
  },
});

/** Costs have no revision: an edit is made from what was seen. */
export interface OpenCosts extends Edited<ItemCosts> {
  /** As the server last had them. */
  readonly view: ItemCostsView;
}

interface ItemCostsState {
  readonly costs: Loadable<OpenCosts>;
}

const beginning: ItemCostsState = { costs: idle };

const kind: EditedKind<OpenCosts, string, ItemCosts, ItemCostsView> = {
  key: ({ view }) => view.item,
  saved: (open, content, view) => ({
    ...open,
    view,
    editing: asServerSays(saved(open.editing, content, 0), view),
  }),
  serverRevision: () => 0,
  serverVersionTaken: ({ view, editing }) =>
    openCosts({ ...view, costs: serverVersion(editing) ?? view.costs }),
  takenUp: (open, { seen, content }) => madeFrom(open, seen ?? content),
  rebased: (open) => madeFrom(open, serverVersion(open.editing) ?? open.view.costs),
};

const reducer = withEdited(
  'costs',
  editedReducer(itemCostsActions, kind),
  createReducer<ItemCostsState>(
    beginning,
    on(itemCostsActions.came, (_state, { costs }): ItemCostsState => ({
      costs: ready(openCosts(costs)),
    })),
  ),
);

export const itemCostsFeature = createFeature({
  name: 'itemCosts',
  reducer,
});

/** What somebody else left there, which a conflict brings along. */
export function serverVersion({ problem }: Editing<ItemCosts>): ItemCosts | null {
  // the server's answer to an edit that comes second
  return (problem?.current as ItemCosts | undefined) ?? null;
}

function openCosts(view: ItemCostsView): OpenCosts {
  return { view, editing: beginEditing(view.costs, 0) };
}

/** What is edited is an edit of these costs. */
function madeFrom(open: OpenCosts, costs: ItemCosts): OpenCosts {
  return { ...open, view: { ...open.view, costs } };
}

/** Once all of it is saved, it is written as the server writes it. */
function asServerSays(editing: Editing<ItemCosts>, { costs }: ItemCostsView): Editing<ItemCosts> {
  return editing.state === 'saved' ? { ...editing, content: costs } : editing;
}
