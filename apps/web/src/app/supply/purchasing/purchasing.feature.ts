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

export const purchasingActions = createActionGroup({
  source: 'Purchasing',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ orders: readonly PurchaseOrderRow[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    Begin: props<{ content: PurchaseOrderContent }>(),
    Begun: props<{ order: PurchaseOrderView }>(),
    'Not Begun': props<{ problem: ProblemDetails }>(),
    /** An edit of this order that is not saved yet is taken up again. */
    Opened: props<{ number: number }>(),
    Came: props<{ order: PurchaseOrderView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Edited: props<{ content: PurchaseOrderContent }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),
    Left: emptyProps(),
    /** What was edited and is not saved is the outbox’s. */
    'Handed Over': emptyProps(),
    /** What waited in the outbox is edited here again. */
    'Taken Up': props<{ parcel: LeftEdit<PurchaseOrderContent> }>(),
    Saving: props<{ number: number }>(),
    Saved: props<{ content: PurchaseOrderContent; order: PurchaseOrderView }>(),
    'Not Saved': props<{ number: number; problem: ProblemDetails }>(),
    'Server Version Taken': emptyProps(),
    Rebased: emptyProps(),
    Placed: props<{ number: number; revision: number }>(),
    Discarded: props<{ number: number }>(),
    Gone: emptyProps(),
    Refused: props<{ problem: ProblemDetails }>(),
  },
});

export interface OpenOrder {
  readonly number: number;
  /** As the server last had it. */
  readonly view: PurchaseOrderView;
  readonly editing: Editing<PurchaseOrderContent>;
}

interface PurchasingState {
  readonly list: Loadable<readonly PurchaseOrderRow[]>;
  readonly order: Loadable<OpenOrder>;
  /** Why an order was not begun, placed or thrown away. */
  readonly problem: ProblemDetails | null;
}

const beginning: PurchasingState = { list: idle, order: idle, problem: null };

export const purchasingFeature = createFeature({
  name: 'purchasing',
  reducer: createReducer(
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
      (state): PurchasingState => ({ ...state, problem: null }),
    ),
    on(
      purchasingActions.notBegun,
      purchasingActions.refused,
      (state, { problem }): PurchasingState => ({ ...state, problem }),
    ),
    on(purchasingActions.opened, (state, { number }): PurchasingState => {
      const open = state.order.value;
      if (open?.number !== number || !isUnsaved(open.editing)) {
        return { ...state, order: idle, problem: null };
      }
      const editing = rebase(open.editing, open.editing.revision);
      return { ...state, order: ready({ ...open, editing }), problem: null };
    }),
    on(purchasingActions.came, (state, { order }): PurchasingState => ({
      ...state,
      order: ready(openOrder(order)),
      problem: null,
    })),
    on(purchasingActions.failed, (state, { problem }): PurchasingState => ({
      ...state,
      order: failed(state.order, problem),
    })),
    on(purchasingActions.edited, (state, { content }) =>
      withOpen(state, (open) => ({ ...open, editing: edit(open.editing, content) })),
    ),
    on(purchasingActions.undone, (state) =>
      withOpen(state, (open) => ({ ...open, editing: undo(open.editing) })),
    ),
    on(purchasingActions.redone, (state) =>
      withOpen(state, (open) => ({ ...open, editing: redo(open.editing) })),
    ),
    on(purchasingActions.takenUp, (state, { parcel }) =>
      withOpen(state, (open) => ({ ...open, editing: takeUp(open.editing, parcel) })),
    ),
    on(purchasingActions.saving, (state, { number }) =>
      withOpen(state, (open) => ({ ...open, editing: saving(open.editing) }), number),
    ),
    on(purchasingActions.saved, (state, { content, order }) =>
      withOpen(
        state,
        (open) => ({ ...open, view: order, editing: saved(open.editing, content, order.revision) }),
        order.number,
      ),
    ),
    on(purchasingActions.notSaved, (state, { number, problem }) =>
      withOpen(state, (open) => ({ ...open, editing: notSaved(open.editing, problem) }), number),
    ),
    on(purchasingActions.rebased, (state) =>
      withOpen(state, (open) => ({
        ...open,
        editing: rebase(
          open.editing,
          serverVersion(open.editing)?.revision ?? open.editing.revision,
        ),
      })),
    ),
    on(purchasingActions.serverVersionTaken, (state) =>
      withOpen(state, (open) => {
        const order = serverVersion(open.editing);
        return order ? openOrder(order) : open;
      }),
    ),
    on(purchasingActions.gone, purchasingActions.handedOver, (state): PurchasingState => ({
      ...state,
      order: idle,
    })),
  ),
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

/** The open order changed; left alone where another one is open by now. */
function withOpen(
  state: PurchasingState,
  change: (open: OpenOrder) => OpenOrder,
  number?: number,
): PurchasingState {
  const open = state.order.value;
  if (!open || (number !== undefined && number !== open.number)) return state;
  return { ...state, order: ready(change(open)) };
}
