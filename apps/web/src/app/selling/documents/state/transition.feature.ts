import type { Transition, TransitionView, ProblemDetails } from '@honest-ledger/contracts';
import type { DocumentKind } from '@honest-ledger/engine';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import type { TakeBack } from './documents.api';

export const transitionActions = createActionGroup({
  source: 'Transition',
  events: {
    /** What would become of a document? */
    Asked: props<{ number: number; into: DocumentKind }>(),
    Foreseen: props<{ number: number; view: TransitionView }>(),
    'Line Kept': props<{ id: string; keep: boolean }>(),
    'All Kept': props<{ keep: boolean }>(),
    Taken: props<{ number: number; transition: Transition }>(),
    'Taken Back': props<{ number: number; how: TakeBack; revision: number }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Left: emptyProps(),
  },
});

/** A step that somebody thinks about. */
export interface Step {
  readonly number: number;
  readonly view: TransitionView;
  /** The lines that keep their promised price, of those that differ. */
  readonly keep: readonly string[];
  /** The prices moved while somebody looked. */
  readonly movedMeanwhile: boolean;
}

interface TransitionState {
  readonly step: Step | null;
  /** On its way. */
  readonly busy: boolean;
  readonly problem: ProblemDetails | null;
}

const beginning: TransitionState = { step: null, busy: false, problem: null };

export const transitionFeature = createFeature({
  name: 'transition',
  reducer: createReducer(
    beginning,
    on(transitionActions.asked, (): TransitionState => ({ ...beginning, busy: true })),
    on(transitionActions.foreseen, (state, { number, view }): TransitionState => ({
      step: {
        number,
        view,
        keep: view.keepsPromise ? keepable(view) : [],
        movedMeanwhile: state.step !== null,
      },
      busy: false,
      problem: null,
    })),
    on(transitionActions.lineKept, (state, { id, keep }) =>
      withStep(state, (step) => ({
        ...step,
        keep: keep ? [...step.keep, id] : step.keep.filter((one) => one !== id),
      })),
    ),
    on(transitionActions.allKept, (state, { keep }) =>
      withStep(state, (step) => ({ ...step, keep: keep ? keepable(step.view) : [] })),
    ),
    on(transitionActions.taken, transitionActions.takenBack, (state): TransitionState => ({
      ...state,
      busy: true,
      problem: null,
    })),
    on(transitionActions.failed, (state, { problem }): TransitionState => ({
      ...state,
      busy: false,
      problem,
    })),
    on(transitionActions.left, (): TransitionState => beginning),
  ),
});

/** The lines whose promised price can be kept: those that had one. */
function keepable({ differing }: TransitionView): readonly string[] {
  return differing.filter(({ promised }) => promised.kind === 'priced').map(({ id }) => id);
}

function withStep(state: TransitionState, change: (step: Step) => Step): TransitionState {
  return state.step ? { ...state, step: change(state.step) } : state;
}
