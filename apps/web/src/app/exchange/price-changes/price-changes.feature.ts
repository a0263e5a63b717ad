import type {
  ProblemDetails,
  RepricedDecisions,
  RepricedPrice,
  PriceChangeContent,
  PriceChangeEdit,
  PriceChangeRow,
  PriceChangeView,
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

export type Decisions = RepricedDecisions['rows'];

/** What was decided on some rows at once, and what takes it back. */
export interface Step {
  readonly before: Decisions;
  readonly after: Decisions;
}

export const priceChangesActions = createActionGroup({
  source: 'Price Changes',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ priceChanges: readonly PriceChangeRow[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    Opened: props<{ id: string }>(),
    /** Begins another one, or works one out anew. */
    Begun: props<{ content: PriceChangeContent }>(),
    Saved: props<{ id: string; edit: PriceChangeEdit }>(),
    Came: props<{ priceChange: PriceChangeView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Decided: props<{ id: string; step: Step }>(),
    Undone: props<{ id: string }>(),
    Redone: props<{ id: string }>(),
    'Decisions Saved': props<{ priceChange: PriceChangeView; rows: readonly RepricedPrice[] }>(),
    'Decisions Refused': props<{ problem: ProblemDetails }>(),
    Applied: props<{ id: string; revision: number }>(),
    'Taken Back': props<{ id: string }>(),
    Discarded: props<{ id: string }>(),
    Gone: emptyProps(),
    Refused: props<{ problem: ProblemDetails }>(),
    Left: emptyProps(),
  },
});

interface PriceChangesState {
  readonly list: Loadable<readonly PriceChangeRow[]>;
  readonly priceChange: Loadable<PriceChangeView>;
  /** Whether the server is working something out that was asked for. */
  readonly working: boolean;
  readonly problem: ProblemDetails | null;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  /** What is to be sent now. */
  readonly next: Decisions | null;
  readonly state: 'saved' | 'saving' | 'refused';
  /** Rows that came back from the server last. */
  readonly fresh: readonly RepricedPrice[];
  /** Goes up when all rows are others. */
  readonly generation: number;
}

const beginning: PriceChangesState = {
  list: idle,
  priceChange: idle,
  working: false,
  problem: null,
  past: [],
  future: [],
  next: null,
  state: 'saved',
  fresh: [],
  generation: 0,
};

const STEPS_REMEMBERED = 200;

export const priceChangesFeature = createFeature({
  name: 'priceChanges',
  reducer: createReducer(
    beginning,
    on(priceChangesActions.listOpened, (state): PriceChangesState => ({
      ...state,
      list: loading(state.list),
    })),
    on(priceChangesActions.listCame, (state, { priceChanges }): PriceChangesState => ({
      ...state,
      list: ready(priceChanges),
    })),
    on(priceChangesActions.listFailed, (state, { problem }): PriceChangesState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(priceChangesActions.opened, (state, { id }): PriceChangesState =>
      state.priceChange.value?.id === id
        ? { ...state, priceChange: loading(state.priceChange) }
        : { ...beginning, list: state.list, priceChange: loading(idle) },
    ),
    on(
      priceChangesActions.begun,
      priceChangesActions.saved,
      priceChangesActions.applied,
      priceChangesActions.takenBack,
      priceChangesActions.discarded,
      (state): PriceChangesState => ({ ...state, working: true, problem: null }),
    ),
    on(priceChangesActions.came, (state, { priceChange }): PriceChangesState => ({
      ...state,
      priceChange: ready(priceChange),
      working: false,
      generation: state.generation + 1,
      // steps name rows by their places, which are others once they are worked out anew
      past: [],
      future: [],
    })),
    on(priceChangesActions.failed, (state, { problem }): PriceChangesState => ({
      ...state,
      priceChange: failed(state.priceChange, problem),
    })),
    on(priceChangesActions.decided, (state, { step }): PriceChangesState => ({
      ...state,
      next: step.after,
      state: 'saving',
      past: [...state.past, step].slice(-STEPS_REMEMBERED),
      future: [],
    })),
    on(priceChangesActions.undone, (state): PriceChangesState => {
      const step = state.past.at(-1);
      if (!step) return { ...state, next: null };
      return {
        ...state,
        next: step.before,
        state: 'saving',
        past: state.past.slice(0, -1),
        future: [step, ...state.future],
      };
    }),
    on(priceChangesActions.redone, (state): PriceChangesState => {
      const [step, ...future] = state.future;
      if (!step) return { ...state, next: null };
      return { ...state, next: step.after, state: 'saving', past: [...state.past, step], future };
    }),
    on(priceChangesActions.decisionsSaved, (state, { priceChange, rows }): PriceChangesState => ({
      ...state,
      priceChange: ready(priceChange),
      state: 'saved',
      problem: null,
      fresh: rows,
    })),
    // what was refused is not there to be undone, and the grid shows again what is
    on(priceChangesActions.decisionsRefused, (state, { problem }): PriceChangesState => ({
      ...state,
      state: 'refused',
      problem,
      past: state.past.slice(0, -1),
      generation: state.generation + 1,
    })),
    on(priceChangesActions.refused, (state, { problem }): PriceChangesState => ({
      ...state,
      working: false,
      problem,
    })),
    on(priceChangesActions.gone, priceChangesActions.left, (state): PriceChangesState => ({
      ...beginning,
      list: state.list,
    })),
  ),
});
