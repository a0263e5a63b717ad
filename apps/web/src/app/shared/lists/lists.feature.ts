import type { ProblemDetails } from '@honest-ledger/contracts';
import type { DocumentKind } from '@honest-ledger/engine';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';

/** The long lists: the server narrows, sorts and pages them. */
export type ListName = 'items' | 'customers' | 'versions' | 'approvals' | `${DocumentKind}s`;

/** What narrows a list, by name; an empty text narrows nothing. */
export type ListFilter = Readonly<Record<string, string>>;

export const listsActions = createActionGroup({
  source: 'Lists',
  events: {
    'Text Typed': props<{ list: ListName; text: string }>(),
    Chosen: props<{ list: ListName; part: ListFilter }>(),
    /** Typing has paused: what is typed counts. */
    Settled: props<{ list: ListName }>(),
    Found: props<{ list: ListName; total: number }>(),
    Failed: props<{ list: ListName; problem: ProblemDetails }>(),
    'Asked Again': props<{ list: ListName }>(),
  },
});

/** A list that may be long. */
export interface LongList {
  /** As it is typed and chosen. */
  readonly typed: ListFilter;
  /** What is searched for. */
  readonly filter: ListFilter;
  /** How many the filter lets through. */
  readonly total: number | null;
  readonly problem: ProblemDetails | null;
}

const whole: LongList = { typed: { text: '' }, filter: { text: '' }, total: null, problem: null };

type ListsState = Readonly<Record<ListName, LongList>>;

const beginning: ListsState = {
  items: whole,
  customers: whole,
  versions: whole,
  quotes: whole,
  orders: whole,
  sales: whole,
  approvals: whole,
};

export const listsFeature = createFeature({
  name: 'lists',
  reducer: createReducer(
    beginning,
    on(listsActions.textTyped, (state, { list, text }) =>
      withList(state, list, ({ typed }) => ({ typed: { ...typed, text } })),
    ),
    on(listsActions.chosen, (state, { list, part }) =>
      withList(state, list, (before) => {
        const typed = { ...before.typed, ...part };
        return { typed, filter: typed };
      }),
    ),
    on(listsActions.settled, (state, { list }) =>
      withList(state, list, ({ typed }) => ({ filter: typed })),
    ),
    on(listsActions.found, (state, { list, total }) =>
      withList(state, list, () => ({ total, problem: null })),
    ),
    on(listsActions.failed, (state, { list, problem }) =>
      withList(state, list, () => ({ problem })),
    ),
    on(listsActions.askedAgain, (state, { list }) =>
      withList(state, list, ({ typed }) => ({ problem: null, filter: { ...typed } })),
    ),
  ),
});

function withList(
  state: ListsState,
  list: ListName,
  change: (before: LongList) => Partial<LongList>,
): ListsState {
  return { ...state, [list]: { ...state[list], ...change(state[list]) } };
}
