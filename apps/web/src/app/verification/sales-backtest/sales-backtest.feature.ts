import type {
  ProblemDetails,
  SalesBacktestAsked,
  SalesBacktestKind,
  SalesBacktestPage,
  SalesBacktestView,
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

/** Which lines are shown, and how many of them. */
export interface LinesShown {
  readonly kind: SalesBacktestKind | null;
  readonly text: string;
  readonly limit: number;
}

export const ROWS_AT_ONCE = 50;

export const salesBacktestActions = createActionGroup({
  source: 'Sales Backtest',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ runs: readonly SalesBacktestView[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    Begun: props<{ asked: SalesBacktestAsked }>(),
    Refused: props<{ problem: ProblemDetails }>(),
    /** It is asked for again and again until it is over. */
    Opened: props<{ id: string }>(),
    Came: props<{ run: SalesBacktestView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Cancelled: props<{ id: string }>(),
    'Shown Changed': props<{ shown: Partial<LinesShown> }>(),
    'Lines Came': props<{ page: SalesBacktestPage }>(),
    'Lines Failed': props<{ problem: ProblemDetails }>(),
    Left: emptyProps(),
  },
});

interface SalesBacktestState {
  readonly list: Loadable<readonly SalesBacktestView[]>;
  /** Why nothing was begun. */
  readonly refused: ProblemDetails | null;
  readonly run: Loadable<SalesBacktestView>;
  readonly shown: LinesShown;
  readonly lines: Loadable<SalesBacktestPage>;
}

const SHOWN: LinesShown = { kind: null, text: '', limit: ROWS_AT_ONCE };
const beginning: SalesBacktestState = {
  list: idle,
  refused: null,
  run: idle,
  shown: SHOWN,
  lines: idle,
};

export const salesBacktestFeature = createFeature({
  name: 'salesAgain',
  reducer: createReducer(
    beginning,
    on(salesBacktestActions.listOpened, (state): SalesBacktestState => ({
      ...state,
      refused: null,
      list: loading(state.list),
    })),
    on(salesBacktestActions.listCame, (state, { runs }): SalesBacktestState => ({
      ...state,
      list: ready(runs),
    })),
    on(salesBacktestActions.listFailed, (state, { problem }): SalesBacktestState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(salesBacktestActions.begun, (state): SalesBacktestState => ({ ...state, refused: null })),
    on(salesBacktestActions.refused, (state, { problem }): SalesBacktestState => ({
      ...state,
      refused: problem,
    })),
    on(salesBacktestActions.opened, (state): SalesBacktestState => ({
      ...state,
      run: idle,
      lines: idle,
      shown: SHOWN,
    })),
    on(salesBacktestActions.came, (state, { run }): SalesBacktestState => ({
      ...state,
      run: ready(run),
    })),
    on(salesBacktestActions.failed, (state, { problem }): SalesBacktestState => ({
      ...state,
      run: failed(state.run, problem),
    })),
    on(salesBacktestActions.shownChanged, (state, { shown }): SalesBacktestState => ({
      ...state,
      shown: { ...state.shown, limit: ROWS_AT_ONCE, ...shown },
      lines: loading(state.lines),
    })),
    on(salesBacktestActions.linesCame, (state, { page }): SalesBacktestState => ({
      ...state,
      lines: ready(page),
    })),
    on(salesBacktestActions.linesFailed, (state, { problem }): SalesBacktestState => ({
      ...state,
      lines: failed(state.lines, problem),
    })),
  ),
});
