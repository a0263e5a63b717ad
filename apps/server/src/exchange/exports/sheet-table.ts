import { SHEETS, type Cells, type SheetKind } from '@honest-ledger/contracts';
import type { Table } from '../../platform/files/write-table';

/** Rows of a kind of file as a table: the same columns as it is read with. */
export function sheetTable(kind: SheetKind, name: string, rows: readonly Cells[]): Table {
  const { columns } = SHEETS[kind];
  return {
    name,
    columns: columns.map((column) => ({ name: column.name, figures: column.holds === 'decimal' })),
    rows: cellsInOrder(
      rows,
      columns.map((column) => column.name),
    ),
  };
}

function* cellsInOrder(rows: readonly Cells[], names: readonly string[]): Generator<string[]> {
  for (const cells of rows) yield names.map((name) => cells[name] ?? '');
}
