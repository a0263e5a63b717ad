import { computed, inject, signal, type Signal } from '@angular/core';
import type { Page, ProblemDetails } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { tap, type Observable } from 'rxjs';
import type { RowsAsked } from '../grid/endless-grid';
import { problemOf } from '../requests/problems';
import type { QueryParams } from '../requests/search-params';
import { listsActions, listsFeature, type ListFilter, type ListName } from './lists.feature';

/** What a screen needs of a long list; its filter is remembered until the page is loaded anew. */
export interface LongListView<Row> {
  readonly typed: Signal<ListFilter>;
  readonly total: Signal<number | null>;
  readonly problem: Signal<ProblemDetails | null>;
  /** Hands the grid its rows; another one where something else is searched for. */
  readonly find: Signal<(asked: RowsAsked) => Observable<Page<Row>>>;
  /** What narrows and sorts the rows, as it is typed and chosen, for the file of them. */
  readonly shown: Signal<QueryParams>;
  choose(part: ListFilter): void;
  again(): void;
}

/**
 * To be called where a component is made.
 * @param named a function where an input says which list it is
 * @param ask what reads rows from the server
 */
export function longList<Row>(
  named: ListName | (() => ListName),
  ask: (search: QueryParams) => Observable<Page<Row>>,
): LongListView<Row> {
  const store = inject(Store);
  const nameOf = typeof named === 'function' ? named : () => named;
  const state = store.selectSignal(listsFeature.selectListsState);
  const filter = computed(() => state()[nameOf()].filter);
  const order = signal<QueryParams>({});
  const rows = (narrowed: ListFilter, { sort, descending, ...page }: RowsAsked) => {
    const ordered: QueryParams = sort === null ? {} : { sort, descending };
    order.set(ordered);
    return ask({ ...narrowed, ...ordered, ...page }).pipe(
      tap({
        next: ({ total }) => {
          store.dispatch(listsActions.found({ list: nameOf(), total }));
        },
        error: (error: unknown) => {
          store.dispatch(listsActions.failed({ list: nameOf(), problem: problemOf(error) }));
        },
      }),
    );
  };
  return {
    typed: computed(() => state()[nameOf()].typed),
    total: computed(() => state()[nameOf()].total),
    problem: computed(() => state()[nameOf()].problem),
    find: computed(() => {
      const narrowed = filter();
      return (asked: RowsAsked) => rows(narrowed, asked);
    }),
    shown: computed(() => ({ ...state()[nameOf()].typed, ...order() })),
    choose: (part) => {
      store.dispatch(listsActions.chosen({ list: nameOf(), part }));
    },
    again: () => {
      store.dispatch(listsActions.askedAgain({ list: nameOf() }));
    },
  };
}
