import type {
  ProblemDetails,
  SalesAgainAsked,
  SalesAgainKind,
  SalesAgainPage,
  SalesAgainView,
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

/** Which lines are shown, and how many of them. */
export interface LinesShown {
  readonly kind: SalesAgainKind | null;
  readonly text: string;
  readonly limit: number;
}

export const ROWS_AT_ONCE = 50;

export const salesAgainActions = createActionGroup({
  source: 'Sales Again',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ runs: readonly SalesAgainView[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    Begun: props<{ asked: SalesAgainAsked }>(),
    Refused: props<{ problem: ProblemDetails }>(),
    /** It is asked for again and again until it is over. */
    Opened: props<{ id: string }>(),
    Came: props<{ run: SalesAgainView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Cancelled: props<{ id: string }>(),
    'Shown Changed': props<{ shown: Partial<LinesShown> }>(),
    'Lines Came': props<{ page: SalesAgainPage }>(),
    'Lines Failed': props<{ problem: ProblemDetails }>(),
    Left: emptyProps(),
  },
});

interface SalesAgainState {
  readonly list: Loadable<readonly SalesAgainView[]>;
  /** Why nothing was begun. */
  readonly refused: ProblemDetails | null;
  readonly run: Loadable<SalesAgainView>;
  readonly shown: LinesShown;
  readonly lines: Loadable<SalesAgainPage>;
}

const SHOWN: LinesShown = { kind: null, text: '', limit: ROWS_AT_ONCE };
const beginning: SalesAgainState = {
  list: nothingYet,
  refused: null,
  run: nothingYet,
  shown: SHOWN,
  lines: nothingYet,
};

export const salesAgainFeature = createFeature({
  name: 'salesAgain',
  reducer: createReducer(
    beginning,
    on(salesAgainActions.listOpened, (state): SalesAgainState => ({
      ...state,
      refused: null,
      list: loading(state.list),
    })),
    on(salesAgainActions.listCame, (state, { runs }): SalesAgainState => ({
      ...state,
      list: ready(runs),
    })),
    on(salesAgainActions.listFailed, (state, { problem }): SalesAgainState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(salesAgainActions.begun, (state): SalesAgainState => ({ ...state, refused: null })),
    on(salesAgainActions.refused, (state, { problem }): SalesAgainState => ({
      ...state,
      refused: problem,
    })),
    on(salesAgainActions.opened, (state): SalesAgainState => ({
      ...state,
      run: nothingYet,
      lines: nothingYet,
      shown: SHOWN,
    })),
    on(salesAgainActions.came, (state, { run }): SalesAgainState => ({
      ...state,
      run: ready(run),
    })),
    on(salesAgainActions.failed, (state, { problem }): SalesAgainState => ({
      ...state,
      run: failed(state.run, problem),
    })),
    on(salesAgainActions.shownChanged, (state, { shown }): SalesAgainState => ({
      ...state,
      shown: { ...state.shown, limit: ROWS_AT_ONCE, ...shown },
      lines: loading(state.lines),
    })),
    on(salesAgainActions.linesCame, (state, { page }): SalesAgainState => ({
      ...state,
      lines: ready(page),
    })),
    on(salesAgainActions.linesFailed, (state, { problem }): SalesAgainState => ({
      ...state,
      lines: failed(state.lines, problem),
    })),
  ),
});
