import type { ColDef, ValueFormatterParams, ValueGetterParams } from 'ag-grid-community';

/** A list as it is shown: its columns in their order, and all its rows as text. */
export interface ShownTable {
  readonly columns: readonly ShownColumn[];
  readonly rows: readonly (readonly string[])[];
}

export interface ShownColumn {
  readonly name: string;
  /** Whether its cells are plain decimals. */
  readonly figures: boolean;
}

/** What a grid's column is known by. */
export function columnId<Row>({ colId, field, headerName }: ColDef<Row>): string {
  return colId ?? field ?? headerName ?? '';
}

/** Rows under columns as text: figures as plain decimals, what is missing as an empty text. */
export function shownTable<Row extends object>(
  columns: readonly ColDef<Row>[],
  rows: readonly Row[],
): ShownTable {
  return {
    columns: columns.map((column) => ({
      name: column.headerName ?? '',
      figures: isFigures(column),
    })),
    rows: rows.map((row) => columns.map((column) => cellText(column, row))),
  };
}

/** A table as spreadsheets take it from the clipboard: a row a line, its cells apart by tabs. */
export function tabbed({ columns, rows }: ShownTable): string {
  const lines = [columns.map(({ name }) => name), ...rows];
  return lines
    .map((cells) => cells.map((cell) => cell.replaceAll(/\s/g, ' ')).join('\t'))
    .join('\n');
}

const isFigures = <Row>({ type }: ColDef<Row>): boolean => type === 'rightAligned';

/** What stands in a cell, as the column computes and writes it. */
export function cellText<Row extends object>(column: ColDef<Row>, row: Row): string {
  const { field, valueGetter, valueFormatter } = column;
  let value: unknown = '';
  // our columns ask for the row alone
  if (typeof valueGetter === 'function') {
    value = valueGetter({ data: row } as ValueGetterParams<Row>) as unknown;
  } else if (field !== undefined) value = (row as Record<string, unknown>)[field];
  if (typeof valueFormatter === 'function' && !isFigures(column)) {
    return valueFormatter({ data: row, value } as ValueFormatterParams<Row>);
  }
  if (value === null || value === undefined || value === '–') return '';
  return typeof value === 'string' || typeof value === 'number' ? String(value) : '';
}
