import type {
  ProblemDetails,
  RepricedDecisions,
  RepricedPrice,
  RepricingContent,
  RepricingEdit,
  RepricingRow,
  RepricingView,
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

export type Decisions = RepricedDecisions['rows'];

/** What was decided on some rows at once, and what takes it back. */
export interface Step {
  readonly before: Decisions;
  readonly after: Decisions;
}

export const repricingsActions = createActionGroup({
  source: 'Repricings',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ repricings: readonly RepricingRow[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    Opened: props<{ id: string }>(),
    /** Begins another one, or works one out anew. */
    Begun: props<{ content: RepricingContent }>(),
    Kept: props<{ id: string; edit: RepricingEdit }>(),
    Came: props<{ repricing: RepricingView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Decided: props<{ id: string; step: Step }>(),
    Undone: props<{ id: string }>(),
    Redone: props<{ id: string }>(),
    'Decisions Kept': props<{ repricing: RepricingView; rows: readonly RepricedPrice[] }>(),
    'Decisions Refused': props<{ problem: ProblemDetails }>(),
    Applied: props<{ id: string; revision: number }>(),
    'Taken Back': props<{ id: string }>(),
    Discarded: props<{ id: string }>(),
    Gone: emptyProps(),
    Refused: props<{ problem: ProblemDetails }>(),
    Left: emptyProps(),
  },
});

interface RepricingsState {
  readonly list: Loadable<readonly RepricingRow[]>;
  readonly repricing: Loadable<RepricingView>;
  /** Whether the server is working something out that was asked for. */
  readonly working: boolean;
  readonly problem: ProblemDetails | null;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  /** What is to be sent now. */
  readonly next: Decisions | null;
  readonly state: 'kept' | 'keeping' | 'refused';
  /** Rows that came back from the server last. */
  readonly fresh: readonly RepricedPrice[];
  /** Goes up when all rows are others. */
  readonly generation: number;
}

const beginning: RepricingsState = {
  list: nothingYet,
  repricing: nothingYet,
  working: false,
  problem: null,
  past: [],
  future: [],
  next: null,
  state: 'kept',
  fresh: [],
  generation: 0,
};

const STEPS_REMEMBERED = 200;

export const repricingsFeature = createFeature({
  name: 'repricings',
  reducer: createReducer(
    beginning,
    on(repricingsActions.listOpened, (state): RepricingsState => ({
      ...state,
      list: loading(state.list),
    })),
    on(repricingsActions.listCame, (state, { repricings }): RepricingsState => ({
      ...state,
      list: ready(repricings),
    })),
    on(repricingsActions.listFailed, (state, { problem }): RepricingsState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(repricingsActions.opened, (state, { id }): RepricingsState =>
      state.repricing.value?.id === id
        ? { ...state, repricing: loading(state.repricing) }
        : { ...beginning, list: state.list, repricing: loading(nothingYet) },
    ),
    on(
      repricingsActions.begun,
      repricingsActions.kept,
      repricingsActions.applied,
      repricingsActions.takenBack,
      repricingsActions.discarded,
      (state): RepricingsState => ({ ...state, working: true, problem: null }),
    ),
    on(repricingsActions.came, (state, { repricing }): RepricingsState => ({
      ...state,
      repricing: ready(repricing),
      working: false,
      generation: state.generation + 1,
      // steps name rows by their places, which are others once they are worked out anew
      past: [],
      future: [],
    })),
    on(repricingsActions.failed, (state, { problem }): RepricingsState => ({
      ...state,
      repricing: failed(state.repricing, problem),
    })),
    on(repricingsActions.decided, (state, { step }): RepricingsState => ({
      ...state,
      next: step.after,
      state: 'keeping',
      past: [...state.past, step].slice(-STEPS_REMEMBERED),
      future: [],
    })),
    on(repricingsActions.undone, (state): RepricingsState => {
      const step = state.past.at(-1);
      if (!step) return { ...state, next: null };
      return {
        ...state,
        next: step.before,
        state: 'keeping',
        past: state.past.slice(0, -1),
        future: [step, ...state.future],
      };
    }),
    on(repricingsActions.redone, (state): RepricingsState => {
      const [step, ...future] = state.future;
      if (!step) return { ...state, next: null };
      return { ...state, next: step.after, state: 'keeping', past: [...state.past, step], future };
    }),
    on(repricingsActions.decisionsKept, (state, { repricing, rows }): RepricingsState => ({
      ...state,
      repricing: ready(repricing),
      state: 'kept',
      problem: null,
      fresh: rows,
    })),
    // what was refused is not there to be undone, and the grid shows again what is
    on(repricingsActions.decisionsRefused, (state, { problem }): RepricingsState => ({
      ...state,
      state: 'refused',
      problem,
      past: state.past.slice(0, -1),
      generation: state.generation + 1,
    })),
    on(repricingsActions.refused, (state, { problem }): RepricingsState => ({
      ...state,
      working: false,
      problem,
    })),
    on(repricingsActions.gone, repricingsActions.left, (state): RepricingsState => ({
      ...beginning,
      list: state.list,
    })),
  ),
});
