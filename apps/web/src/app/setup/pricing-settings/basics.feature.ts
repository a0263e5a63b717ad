import type { Basics, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const basicsActions = createActionGroup({
  source: 'Basics',
  events: {
    Opened: emptyProps(),
    Came: props<{ basics: Basics }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface BasicsState {
  readonly basics: Loadable<Basics>;
}

const beginning: BasicsState = { basics: idle };

export const basicsFeature = createFeature({
  name: 'basics',
  reducer: createReducer(
    beginning,
    on(basicsActions.opened, (state): BasicsState => ({
      ...state,
      basics: loading(state.basics),
    })),
    on(basicsActions.came, (state, { basics }): BasicsState => ({
      ...state,
      basics: ready(basics),
    })),
    on(basicsActions.failed, (state, { problem }): BasicsState => ({
      ...state,
      basics: failed(state.basics, problem),
    })),
  ),
});
