import type { ProblemDetails, VersionView } from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const versionsActions = createActionGroup({
  source: 'Versions',
  events: {
    /** Compared with another version; null for the one before it. */
    Opened: props<{ number: number; against: number | null }>(),
    Came: props<{ version: VersionView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** A draft is made that would make everything as that version had it. */
    'Go Back': props<{ number: number }>(),
    'Way Back Drafted': props<{ draft: string }>(),
    'Way Back Refused': props<{ problem: ProblemDetails }>(),
  },
});

interface VersionsState {
  readonly version: Loadable<VersionView>;
  /** Why there is no way back. */
  readonly refused: ProblemDetails | null;
}

const beginning: VersionsState = { version: idle, refused: null };

export const versionsFeature = createFeature({
  name: 'versions',
  reducer: createReducer(
    beginning,
    on(versionsActions.opened, (state, { against }): VersionsState => ({
      ...state,
      version: against === null ? idle : loading(state.version),
      refused: null,
    })),
    on(versionsActions.wayBackRefused, (state, { problem }): VersionsState => ({
      ...state,
      refused: problem,
    })),
    on(versionsActions.came, (state, { version }): VersionsState => ({
      ...state,
      version: ready(version),
    })),
    on(versionsActions.failed, (state, { problem }): VersionsState => ({
      ...state,
      version: failed(state.version, problem),
    })),
  ),
});
