import { LIST_NAMES, type ListName, type ProblemDetails } from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { UNORDERED, type RowOrder } from '../grid/row-order';

/** What narrows a list, by name; several values stand for either of them, none for anything. */
export type ListFilter = Readonly<Record<string, readonly string[]>>;

/** All that is asked of a list, as its address says it. */
export interface ListAsked {
  readonly filter: ListFilter;
  readonly order: RowOrder;
}

export const listsActions = createActionGroup({
  source: 'Lists',
  events: {
    'Text Typed': props<{ list: ListName; text: string }>(),
    Chosen: props<{ list: ListName; part: ListFilter }>(),
    Cleared: props<{ list: ListName }>(),
    Sorted: props<{ list: ListName; order: RowOrder }>(),
    /** An address, or a saved view, says what is asked. */
    Asked: props<{ list: ListName; asked: ListAsked }>(),
    /** Typing has paused: what is typed counts. */
    Settled: props<{ list: ListName }>(),
    Found: props<{ list: ListName; total: number }>(),
    Failed: props<{ list: ListName; problem: ProblemDetails }>(),
    'Asked Again': props<{ list: ListName }>(),
  },
});

/** What is asked of a list, and how much of it there is. */
export interface LongList extends ListAsked {
  /** As it is typed and chosen. */
  readonly typed: ListFilter;
  /** How many the filter lets through. */
  readonly total: number | null;
  readonly problem: ProblemDetails | null;
}

const whole: LongList = { typed: {}, filter: {}, order: UNORDERED, total: null, problem: null };

type ListsState = Readonly<Record<ListName, LongList>>;

const beginning = Object.fromEntries(LIST_NAMES.map((name) => [name, whole])) as ListsState;

export const listsFeature = createFeature({
  name: 'lists',
  reducer: createReducer(
    beginning,
    on(listsActions.textTyped, (state, { list, text }) =>
      withList(state, list, ({ typed }) => ({ typed: joined(typed, { text: [text] }) })),
    ),
    on(listsActions.chosen, (state, { list, part }) =>
      withList(state, list, (before) => {
        const typed = joined(before.typed, part);
        return { typed, filter: typed };
      }),
    ),
    on(listsActions.cleared, (state, { list }) =>
      withList(state, list, () => ({ typed: {}, filter: {} })),
    ),
    on(listsActions.sorted, (state, { list, order }) => withList(state, list, () => ({ order }))),
    on(listsActions.asked, (state, { list, asked }) =>
      withList(state, list, () => ({ ...asked, typed: asked.filter })),
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

/** A filter with a part of it anew; what lets everything through is left out. */
function joined(filter: ListFilter, part: ListFilter): ListFilter {
  return Object.fromEntries(
    Object.entries({ ...filter, ...part })
      .map(([name, values]) => [name, values.filter((value) => value !== '')] as const)
      .filter(([, values]) => values.length > 0),
  );
}

function withList(
  state: ListsState,
  list: ListName,
  change: (before: LongList) => Partial<LongList>,
): ListsState {
  return { ...state, [list]: { ...state[list], ...change(state[list]) } };
}
