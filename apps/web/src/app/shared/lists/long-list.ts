import { computed, inject, type Signal } from '@angular/core';
import type { ListName, Page, ProblemDetails } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { tap, type Observable } from 'rxjs';
import type { RowsAsked } from '../grid/endless-grid';
import type { RowOrder } from '../grid/row-order';
import { problemOf } from '../requests/problems';
import type { QueryParams } from '../requests/search-params';
import { keepInAddress } from './list-address';
import { filterNames, type ListFilterField } from './list-filter-field';
import { listsActions, listsFeature, type ListFilter } from './lists.feature';

/** What narrows some rows, and what can narrow them. */
export interface Narrowing {
  readonly typed: Signal<ListFilter>;
  /** What can narrow it, besides a text. */
  readonly fields: Signal<readonly ListFilterField[]>;
  /** Takes a text as it is typed; it counts once typing pauses. */
  type(text: string): void;
  choose(part: ListFilter): void;
  clear(): void;
}

/** What is asked of a list, and what can be asked of it; any list has this. */
export interface ListView extends Narrowing {
  readonly name: Signal<ListName>;
  readonly order: Signal<RowOrder>;
  sort(order: RowOrder): void;
}

/** What a screen needs of a long list. */
export interface LongListView<Row> extends ListView {
  readonly total: Signal<number | null>;
  readonly problem: Signal<ProblemDetails | null>;
  /** Hands the grid its rows; another one where something else is searched for. */
  readonly find: Signal<(asked: RowsAsked) => Observable<Page<Row>>>;
  /** What narrows and sorts the rows, as it is typed and chosen, for the file of them. */
  readonly shown: Signal<QueryParams>;
  /** The only value of a filter, where one stands alone. */
  value(name: string): string;
  again(): void;
}

/**
 * To be called where a component is made.
 * @param named a function where an input says which list it is
 * @param ask what reads rows from the server
 * @param fields what can narrow it, besides a text
 */
export function longList<Row>(
  named: ListName | (() => ListName),
  ask: (search: QueryParams) => Observable<Page<Row>>,
  fields: () => readonly ListFilterField[] = () => [],
): LongListView<Row> {
  const store = inject(Store);
  const view = listView(typeof named === 'function' ? named : () => named, fields);
  const state = store.selectSignal(listsFeature.selectListsState);
  const filter = computed(() => state()[view.name()].filter);
  const rows = (narrowed: ListFilter, { sort, descending, ...page }: RowsAsked) => {
    const order: QueryParams = sort === null ? {} : { sort, descending };
    const list = view.name();
    return ask({ ...narrowed, ...order, ...page }).pipe(
      tap({
        next: ({ total }) => {
          store.dispatch(listsActions.found({ list, total }));
        },
        error: (error: unknown) => {
          store.dispatch(listsActions.failed({ list, problem: problemOf(error) }));
        },
      }),
    );
  };
  return {
    ...view,
    total: computed(() => state()[view.name()].total),
    problem: computed(() => state()[view.name()].problem),
    find: computed(() => {
      const narrowed = filter();
      return (asked: RowsAsked) => rows(narrowed, asked);
    }),
    shown: computed(() => {
      const { sort, descending } = view.order();
      return { ...view.typed(), ...(sort === null ? {} : { sort, descending }) };
    }),
    value: (name) => view.typed()[name]?.[0] ?? '',
    again: () => {
      store.dispatch(listsActions.askedAgain({ list: view.name() }));
    },
  };
}

/** What is asked of a list, in the store and in the address; to be called where a component is made. */
export function listView(
  nameOf: () => ListName,
  fieldsOf: () => readonly ListFilterField[],
): ListView {
  const store = inject(Store);
  const state = store.selectSignal(listsFeature.selectListsState);
  const name = computed(nameOf);
  const fields = computed(fieldsOf);
  keepInAddress(name, () => ['text', ...fields().flatMap(filterNames)]);
  return {
    name,
    fields,
    typed: computed(() => state()[name()].typed),
    order: computed(() => state()[name()].order),
    type: (text) => {
      store.dispatch(listsActions.textTyped({ list: name(), text }));
    },
    choose: (part) => {
      store.dispatch(listsActions.chosen({ list: name(), part }));
    },
    clear: () => {
      store.dispatch(listsActions.cleared({ list: name() }));
    },
    sort: (order) => {
      store.dispatch(listsActions.sorted({ list: name(), order }));
    },
  };
}
