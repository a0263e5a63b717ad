import type {
  ProblemDetails,
  PurchaseOrderContent,
  PurchaseOrderRow,
  PurchaseOrderView,
} from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import {
  editedEvents,
  editedReducer,
  type Edited,
  type EditedKind,
  withEdited,
} from '../../editing/edited/edited-object';
import { beginEditing, saved, type Editing } from '../../editing/editing';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const purchasingActions = createActionGroup({
  source: 'Purchasing',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ orders: readonly PurchaseOrderRow[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    Begin: props<{ content: PurchaseOrderContent }>(),
    Begun: props<{ order: PurchaseOrderView }>(),
    'Not Begun': props<{ problem: ProblemDetails }>(),
    Opened: props<{ key: number }>(),
    Came: props<{ order: PurchaseOrderView }>(),
    ...editedEvents<number, PurchaseOrderContent, PurchaseOrderView>(),
    Placed: props<{ number: number; revision: number }>(),
    Discarded: props<{ number: number }>(),
    Gone: emptyProps(),
    Refused: props<{ problem: ProblemDetails }>(),
  },
});

export interface OpenOrder extends Edited<PurchaseOrderContent> {
  readonly number: number;
  /** As the server last had it. */
  readonly view: PurchaseOrderView;
}

interface PurchasingState {
  readonly list: Loadable<readonly PurchaseOrderRow[]>;
  readonly order: Loadable<OpenOrder>;
  /** Why an order was not begun, placed or thrown away. */
  readonly problem: ProblemDetails | null;
}

const beginning: PurchasingState = { list: idle, order: idle, problem: null };

const kind: EditedKind<OpenOrder, number, PurchaseOrderContent, PurchaseOrderView> = {
  key: ({ number }) => number,
  saved: (open, content, view) => ({
    ...open,
    view,
    editing: saved(open.editing, content, view.revision),
  }),
  serverRevision: ({ editing }) => serverVersion(editing)?.revision ?? editing.revision,
  serverVersionTaken: (open) => {
    const order = serverVersion(open.editing);
    return order ? openOrder(order) : open;
  },
};

const reducer = withEdited(
  'order',
  editedReducer(purchasingActions, kind),
  createReducer<PurchasingState>(
    beginning,
    on(purchasingActions.listOpened, (state): PurchasingState => ({
      ...state,
      list: loading(state.list),
    })),
    on(purchasingActions.listCame, (state, { orders }): PurchasingState => ({
      ...state,
      list: ready(orders),
    })),
    on(purchasingActions.listFailed, (state, { problem }): PurchasingState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(
      purchasingActions.begin,
      purchasingActions.placed,
      purchasingActions.discarded,
      purchasingActions.opened,
      (state): PurchasingState => ({ ...state, problem: null }),
    ),
    on(
      purchasingActions.notBegun,
      purchasingActions.refused,
      (state, { problem }): PurchasingState => ({ ...state, problem }),
    ),
    on(purchasingActions.came, (state, { order }): PurchasingState => ({
      ...state,
      order: ready(openOrder(order)),
      problem: null,
    })),
    on(purchasingActions.gone, (state): PurchasingState => ({
      ...state,
      order: idle,
    })),
  ),
);

export const purchasingFeature = createFeature({
  name: 'purchasing',
  reducer,
});

/** What somebody else left there, which a conflict brings along. */
export function serverVersion({
  problem,
}: Editing<PurchaseOrderContent>): PurchaseOrderView | null {
  // the server's answer to an edit that comes second
  return (problem?.current as PurchaseOrderView | undefined) ?? null;
}

function openOrder(view: PurchaseOrderView): OpenOrder {
  const content: PurchaseOrderContent = {
    supplier: view.supplier.code,
    day: view.day,
    note: view.note,
    lines: view.lines.map(({ item, quantity, unit }) => ({ item, quantity, unit })),
  };
  return { number: view.number, view, editing: beginEditing(content, view.revision) };
}
