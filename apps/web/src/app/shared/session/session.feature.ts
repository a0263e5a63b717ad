import type { DemoSignIn, ProblemDetails, SignedInUser, SignIn } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';

export const sessionActions = createActionGroup({
  source: 'Session',
  events: {
    Asked: emptyProps(),
    Known: props<{ user: SignedInUser | null; demo: readonly DemoSignIn[] }>(),
    'Sign In': props<{ body: SignIn; back: string }>(),
    'Signed In': props<{ user: SignedInUser; back: string }>(),
    Refused: props<{ problem: ProblemDetails }>(),
    'Sign Out': emptyProps(),
    'Signed Out': emptyProps(),
    /** The server no longer knows the session. */
    Ended: emptyProps(),
  },
});

interface SessionState {
  /** Undefined until the server has said who is signed in. */
  readonly user: SignedInUser | null | undefined;
  /** Whom one may sign in as in the demo; empty elsewhere. */
  readonly demo: readonly DemoSignIn[];
  readonly asking: boolean;
  readonly problem: ProblemDetails | null;
}

const beginning: SessionState = { user: undefined, demo: [], asking: false, problem: null };

export const sessionFeature = createFeature({
  name: 'session',
  reducer: createReducer(
    beginning,
    on(sessionActions.asked, sessionActions.signIn, (state): SessionState => ({
      ...state,
      asking: true,
    })),
    on(sessionActions.known, (_state, { user, demo }): SessionState => ({
      user,
      demo,
      asking: false,
      problem: null,
    })),
    on(sessionActions.signedIn, (state, { user }): SessionState => ({
      ...state,
      user,
      asking: false,
      problem: null,
    })),
    on(sessionActions.refused, (state, { problem }): SessionState => ({
      ...state,
      asking: false,
      problem,
    })),
    on(sessionActions.ended, (): SessionState => ({ ...beginning, user: null })),
  ),
});
