import type { Advance, AdvanceView, ProblemDetails } from '@honest-ledger/contracts';
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

export const advanceActions = createActionGroup({
  source: 'Advance',
  events: {
    /** What would become of a document? */
    Asked: props<{ number: number; into: DocumentKind }>(),
    Foreseen: props<{ number: number; view: AdvanceView }>(),
    'Line Kept': props<{ id: string; keep: boolean }>(),
    'All Kept': props<{ keep: boolean }>(),
    Taken: props<{ number: number; advance: Advance }>(),
    'Taken Back': props<{ number: number; how: TakeBack; revision: number }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Left: emptyProps(),
  },
});

/** A step that somebody thinks about. */
export interface Step {
  readonly number: number;
  readonly view: AdvanceView;
  /** The lines that keep their promised price, of those that differ. */
  readonly keep: readonly string[];
  /** The prices moved while somebody looked. */
  readonly movedMeanwhile: boolean;
}

interface AdvanceState {
  readonly step: Step | null;
  /** On its way. */
  readonly busy: boolean;
  readonly problem: ProblemDetails | null;
}

const beginning: AdvanceState = { step: null, busy: false, problem: null };

export const advanceFeature = createFeature({
  name: 'advance',
  reducer: createReducer(
    beginning,
    on(advanceActions.asked, (): AdvanceState => ({ ...beginning, busy: true })),
    on(advanceActions.foreseen, (state, { number, view }): AdvanceState => ({
      step: {
        number,
        view,
        keep: view.keepsPromise ? keepable(view) : [],
        movedMeanwhile: state.step !== null,
      },
      busy: false,
      problem: null,
    })),
    on(advanceActions.lineKept, (state, { id, keep }) =>
      withStep(state, (step) => ({
        ...step,
        keep: keep ? [...step.keep, id] : step.keep.filter((one) => one !== id),
      })),
    ),
    on(advanceActions.allKept, (state, { keep }) =>
      withStep(state, (step) => ({ ...step, keep: keep ? keepable(step.view) : [] })),
    ),
    on(advanceActions.taken, advanceActions.takenBack, (state): AdvanceState => ({
      ...state,
      busy: true,
      problem: null,
    })),
    on(advanceActions.failed, (state, { problem }): AdvanceState => ({
      ...state,
      busy: false,
      problem,
    })),
    on(advanceActions.left, (): AdvanceState => beginning),
  ),
});

/** The lines whose promised price can be kept: those that had one. */
function keepable({ differing }: AdvanceView): readonly string[] {
  return differing.filter(({ promised }) => promised.kind === 'priced').map(({ id }) => id);
}

function withStep(state: AdvanceState, change: (step: Step) => Step): AdvanceState {
  return state.step ? { ...state, step: change(state.step) } : state;
}
