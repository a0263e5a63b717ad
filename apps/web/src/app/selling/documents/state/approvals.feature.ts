import type { Decision, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';

export const approvalsActions = createActionGroup({
  source: 'Approvals',
  events: {
    /** Somebody asks that a document may go on as it is. */
    Asked: props<{ number: number; revision: number; note: string }>(),
    Decided: props<{ number: number; id: number; decision: Decision }>(),
    Done: emptyProps(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface ApprovalsState {
  readonly busy: boolean;
  readonly problem: ProblemDetails | null;
}

const beginning: ApprovalsState = { busy: false, problem: null };

export const approvalsFeature = createFeature({
  name: 'approvals',
  reducer: createReducer(
    beginning,
    on(approvalsActions.asked, approvalsActions.decided, (): ApprovalsState => ({
      busy: true,
      problem: null,
    })),
    on(approvalsActions.done, (): ApprovalsState => beginning),
    on(approvalsActions.failed, (_, { problem }): ApprovalsState => ({ busy: false, problem })),
  ),
});
