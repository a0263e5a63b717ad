import type {
  Bill,
  CostFileMapping,
  LeaveOut,
  ProblemDetails,
  ReceiptView,
  TakeIn,
  UndoReceipt,
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

export const receiptsActions = createActionGroup({
  source: 'Receipts',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ receipts: readonly ReceiptView[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    /** A price file is sent in; it can be stopped by leaving. */
    Send: props<{ supplier: string; file: File }>(),
    'On Its Way': props<{ part: number }>(),
    'Send Bill': props<{ bill: Bill }>(),
    Sent: props<{ receipt: ReceiptView }>(),
    'Not Sent': props<{ problem: ProblemDetails }>(),
    Opened: props<{ id: string }>(),
    Came: props<{ receipt: ReceiptView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Mapped: props<{ id: string; mapping: CostFileMapping }>(),
    'Left Out': props<{ id: string; what: LeaveOut }>(),
    'Take In': props<{ id: string; what: TakeIn }>(),
    /** What becomes of accepted prices in a draft is said once the server has named some. */
    Undo: props<{ id: string; undo: UndoReceipt }>(),
    Cancel: props<{ id: string }>(),
    /** Something that was asked for was refused. */
    Refused: props<{ problem: ProblemDetails }>(),
    Left: emptyProps(),
  },
});

interface ReceiptsState {
  readonly list: Loadable<readonly ReceiptView[]>;
  readonly receipt: Loadable<ReceiptView>;
  /** How much of a file is on the server, from 0 to 1; null where none is on its way. */
  readonly onItsWay: number | null;
  readonly problem: ProblemDetails | null;
}

const beginning: ReceiptsState = {
  list: nothingYet,
  receipt: nothingYet,
  onItsWay: null,
  problem: null,
};

export const receiptsFeature = createFeature({
  name: 'receipts',
  reducer: createReducer(
    beginning,
    on(receiptsActions.listOpened, (state): ReceiptsState => ({
      ...state,
      list: loading(state.list),
    })),
    on(receiptsActions.listCame, (state, { receipts }): ReceiptsState => ({
      ...state,
      list: ready(receipts),
    })),
    on(receiptsActions.listFailed, (state, { problem }): ReceiptsState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(receiptsActions.send, (state): ReceiptsState => ({ ...state, onItsWay: 0, problem: null })),
    on(receiptsActions.onItsWay, (state, { part }): ReceiptsState => ({
      ...state,
      onItsWay: part,
    })),
    on(receiptsActions.sendBill, (state): ReceiptsState => ({ ...state, problem: null })),
    on(receiptsActions.sent, (state, { receipt }): ReceiptsState => ({
      ...state,
      onItsWay: null,
      receipt: ready(receipt),
    })),
    on(receiptsActions.notSent, (state, { problem }): ReceiptsState => ({
      ...state,
      onItsWay: null,
      problem,
    })),
    on(receiptsActions.opened, (state, { id }): ReceiptsState => ({
      ...state,
      receipt: loading(state.receipt.value?.id === id ? state.receipt : nothingYet),
    })),
    on(receiptsActions.came, (state, { receipt }): ReceiptsState => ({
      ...state,
      receipt: ready(receipt),
      problem: null,
    })),
    on(receiptsActions.failed, (state, { problem }): ReceiptsState => ({
      ...state,
      receipt: failed(state.receipt, problem),
    })),
    on(receiptsActions.refused, (state, { problem }): ReceiptsState => ({ ...state, problem })),
    on(receiptsActions.left, (state): ReceiptsState => ({
      ...state,
      onItsWay: null,
      problem: null,
    })),
  ),
});
