import type {
  Bill,
  CostFileMapping,
  LeaveOut,
  ProblemDetails,
  CostUpdateView,
  TakeIn,
  UndoCostUpdate,
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

export const costUpdatesActions = createActionGroup({
  source: 'Cost Updates',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ costUpdates: readonly CostUpdateView[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    /** A price file is sent in; it can be stopped by leaving. */
    Send: props<{ supplier: string; file: File }>(),
    'On Its Way': props<{ part: number }>(),
    'Send Bill': props<{ bill: Bill }>(),
    Sent: props<{ costUpdate: CostUpdateView }>(),
    'Not Sent': props<{ problem: ProblemDetails }>(),
    Opened: props<{ id: string }>(),
    Came: props<{ costUpdate: CostUpdateView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Mapped: props<{ id: string; mapping: CostFileMapping }>(),
    'Left Out': props<{ id: string; what: LeaveOut }>(),
    'Take In': props<{ id: string; what: TakeIn }>(),
    /** What becomes of accepted prices in a draft is said once the server has named some. */
    Undo: props<{ id: string; undo: UndoCostUpdate }>(),
    Cancel: props<{ id: string }>(),
    /** Something that was asked for was refused. */
    Refused: props<{ problem: ProblemDetails }>(),
    Left: emptyProps(),
  },
});

interface CostUpdatesState {
  readonly list: Loadable<readonly CostUpdateView[]>;
  readonly costUpdate: Loadable<CostUpdateView>;
  /** How much of a file is on the server, from 0 to 1; null where none is on its way. */
  readonly onItsWay: number | null;
  readonly problem: ProblemDetails | null;
}

const beginning: CostUpdatesState = {
  list: idle,
  costUpdate: idle,
  onItsWay: null,
  problem: null,
};

export const costUpdatesFeature = createFeature({
  name: 'costUpdates',
  reducer: createReducer(
    beginning,
    on(costUpdatesActions.listOpened, (state): CostUpdatesState => ({
      ...state,
      list: loading(state.list),
    })),
    on(costUpdatesActions.listCame, (state, { costUpdates }): CostUpdatesState => ({
      ...state,
      list: ready(costUpdates),
    })),
    on(costUpdatesActions.listFailed, (state, { problem }): CostUpdatesState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(costUpdatesActions.send, (state): CostUpdatesState => ({
      ...state,
      onItsWay: 0,
      problem: null,
    })),
    on(costUpdatesActions.onItsWay, (state, { part }): CostUpdatesState => ({
      ...state,
      onItsWay: part,
    })),
    on(costUpdatesActions.sendBill, (state): CostUpdatesState => ({ ...state, problem: null })),
    on(costUpdatesActions.sent, (state, { costUpdate }): CostUpdatesState => ({
      ...state,
      onItsWay: null,
      costUpdate: ready(costUpdate),
    })),
    on(costUpdatesActions.notSent, (state, { problem }): CostUpdatesState => ({
      ...state,
      onItsWay: null,
      problem,
    })),
    on(costUpdatesActions.opened, (state, { id }): CostUpdatesState => ({
      ...state,
      costUpdate: loading(state.costUpdate.value?.id === id ? state.costUpdate : idle),
    })),
    on(costUpdatesActions.came, (state, { costUpdate }): CostUpdatesState => ({
      ...state,
      costUpdate: ready(costUpdate),
      problem: null,
    })),
    on(costUpdatesActions.failed, (state, { problem }): CostUpdatesState => ({
      ...state,
      costUpdate: failed(state.costUpdate, problem),
    })),
    on(costUpdatesActions.refused, (state, { problem }): CostUpdatesState => ({
      ...state,
      problem,
    })),
    on(costUpdatesActions.left, (state): CostUpdatesState => ({
      ...state,
      onItsWay: null,
      problem: null,
    })),
  ),
});
