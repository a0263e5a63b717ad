import { computed, inject, type Signal } from '@angular/core';
import type { ListName } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { cellText } from '../grid/shown-table';
import type { ListFilterField } from './list-filter-field';
import { listsFeature, type ListFilter } from './lists.feature';
import { listView, type ListView } from './long-list';

/** A list of tens, which is all here: it is narrowed and sorted where it stands. */
export interface ShortListView<Row> extends ListView {
  /** The rows that the filter lets through. */
  readonly rows: Signal<Row[]>;
  /** Whether a filter keeps rows back. */
  readonly isNarrowed: Signal<boolean>;
}

/** A filter of such a list, and what it looks at in a row. */
export type ShortListField<Row> = Extract<ListFilterField, { kind: 'choices' }> & {
  /** The codes that a row has; it is let through where one of them is chosen. */
  readonly of: (row: Row) => string | readonly string[];
};

/**
 * To be called where a component is made.
 * @param columns the search looks at what they show
 */
export function shortList<Row extends object>(
  name: ListName,
  rows: () => readonly Row[],
  columns: () => readonly ColDef<Row>[],
  fields: () => readonly ShortListField<Row>[] = () => [],
): ShortListView<Row> {
  const state = inject(Store).selectSignal(listsFeature.selectListsState);
  const view = listView(() => name, fields);
  const filter = computed(() => state()[name].filter);
  return {
    ...view,
    rows: computed(() => {
      const asked = filter();
      return rows().filter(
        (row) => hasWords(row, columns(), asked) && isChosen(row, fields(), asked),
      );
    }),
    isNarrowed: computed(() => Object.keys(filter()).length > 0),
  };
}

/** Whether every word of the search stands in some cell. */
function hasWords<Row extends object>(
  row: Row,
  columns: readonly ColDef<Row>[],
  { text = [] }: ListFilter,
): boolean {
  const words = (text[0] ?? '').toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return true;
  const cells = columns.map((column) => cellText(column, row).toLowerCase());
  return words.every((word) => cells.some((cell) => cell.includes(word)));
}

function isChosen<Row>(
  row: Row,
  fields: readonly ShortListField<Row>[],
  filter: ListFilter,
): boolean {
  return fields.every(({ name, of }) => {
    const chosen = filter[name];
    return chosen === undefined || [of(row)].flat().some((code) => chosen.includes(code));
  });
}

/** The filter of rows that stand in one of some states. */
export function statusField<State extends string>(
  words: Readonly<Record<State, string>>,
): ShortListField<{ readonly state: State }> {
  return {
    kind: 'choices',
    name: 'state',
    label: 'Status',
    options: Object.entries<string>(words).map(([code, name]) => ({ code, name })),
    of: ({ state }) => state,
  };
}
