import type { ItemCosts, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { sessionActions } from '../../shared/session/session.feature';
import { isUnreachable } from '../../shared/requests/problems';
import type { Parcel, ParcelRequest } from './parcel';

/** Edits whose screens were left, or whose page was loaded anew, before the server had them. */
export const outboxActions = createActionGroup({
  source: 'Outbox',
  events: {
    /** Its screen is left; `onItsWay` where the request that it was sent with is not answered yet. */
    Posted: props<{ parcel: Parcel; onItsWay: boolean; problem: ProblemDetails | null }>(),
    /** They were found on this device when the page was loaded. */
    Recovered: props<{ parcels: readonly Parcel[] }>(),
    Sending: props<{ id: string }>(),
    /** The server has this content of it, whoever sent it. */
    Answered: props<{ id: string; content: unknown; revision: number; seen?: ItemCosts }>(),
    Refused: props<{ id: string; problem: ProblemDetails }>(),
    /** An edit of the setup went out and came back, kept or refused: its draft may be another. */
    'Setup Sent': emptyProps(),
    'Sent Again': props<{ id: string }>(),
    /** Its screen is being opened: it is not sent until that has taken it, or has let it go. */
    Held: props<{ id: string }>(),
    /** No screen is being opened any more. */
    'Let Go': emptyProps(),
    /** Its screen has it. */
    'Taken Out': props<{ id: string }>(),
    /** Its user does without it. */
    'Thrown Away': props<{ id: string }>(),
  },
});

export interface PostedParcel extends Parcel {
  /** unreachable: it is sent again after a while. refused: its user decides, `problem` says why. */
  readonly state: 'waiting' | 'sending' | 'unreachable' | 'refused' | 'held';
  readonly problem: ProblemDetails | null;
}

interface OutboxState {
  /** Whose they are, by e-mail address; null while nobody has signed in. */
  readonly owner: string | null;
  readonly parcels: Readonly<Record<string, PostedParcel>>;
}

const beginning: OutboxState = { owner: null, parcels: {} };

export const outboxFeature = createFeature({
  name: 'outbox',
  reducer: createReducer(
    beginning,
    // what one user has left is not sent as another's; it stays on the device until they are back
    on(sessionActions.known, sessionActions.signedIn, (state, { user }): OutboxState => {
      if (!user || user.email === state.owner) return state;
      return { owner: user.email, parcels: state.owner === null ? state.parcels : {} };
    }),
    on(outboxActions.posted, (state, { parcel, onItsWay, problem }) =>
      withParcel(state, { ...parcel, state: onItsWay ? 'sending' : stateAfter(problem), problem }),
    ),
    on(outboxActions.recovered, (state, { parcels }) =>
      parcels.reduce(
        (all, parcel) => withParcel(all, { ...parcel, state: 'waiting', problem: null }),
        state,
      ),
    ),
    on(outboxActions.sending, (state, { id }) => changed(state, id, { state: 'sending' })),
    on(outboxActions.answered, (state, { id, content, revision, seen }): OutboxState => {
      const parcel = state.parcels[id];
      if (!parcel) return state;
      if (parcel.content === content) return withoutParcel(state, id);
      const request = withSeen(parcel.request, seen);
      return withParcel(state, { ...parcel, request, revision, state: 'waiting', problem: null });
    }),
    on(outboxActions.refused, (state, { id, problem }) =>
      changed(state, id, { state: stateAfter(problem), problem }),
    ),
    on(outboxActions.sentAgain, (state, { id }) =>
      state.parcels[id]?.state === 'held' || state.parcels[id]?.state === 'sending'
        ? state
        : changed(state, id, { state: 'waiting' }),
    ),
    on(outboxActions.held, (state, { id }) => changed(state, id, { state: 'held' })),
    on(outboxActions.letGo, (state) =>
      Object.values(state.parcels)
        .filter((parcel) => parcel.state === 'held')
        .reduce(
          (left, parcel) => withParcel(left, { ...parcel, state: stateAfter(parcel.problem) }),
          state,
        ),
    ),
    on(outboxActions.takenOut, outboxActions.thrownAway, (state, { id }) =>
      withoutParcel(state, id),
    ),
  ),
  extraSelectors: ({ selectParcels }) => ({
    /** What is to be told: an edit that goes its way at once is none of it. */
    selectUnsent: createSelector(selectParcels, (parcels) =>
      Object.values(parcels).filter(({ problem }) => problem !== null),
    ),
  }),
});

/** What is made of costs next is made from what the server has of them now. */
function withSeen(request: ParcelRequest, seen: ItemCosts | undefined): ParcelRequest {
  return request.way === 'costs' && seen ? { ...request, seen } : request;
}

function stateAfter(problem: ProblemDetails | null): PostedParcel['state'] {
  if (problem === null) return 'waiting';
  return isUnreachable(problem) ? 'unreachable' : 'refused';
}

function withParcel(state: OutboxState, parcel: PostedParcel): OutboxState {
  return { ...state, parcels: { ...state.parcels, [parcel.id]: parcel } };
}

function changed(
  state: OutboxState,
  id: string,
  part: Partial<Pick<PostedParcel, 'state' | 'problem'>>,
): OutboxState {
  const parcel = state.parcels[id];
  return parcel ? withParcel(state, { ...parcel, ...part }) : state;
}

function withoutParcel(state: OutboxState, id: string): OutboxState {
  const left = Object.entries(state.parcels).filter(([one]) => one !== id);
  return { ...state, parcels: Object.fromEntries(left) };
}
