import {
  keyOfRow,
  type CellProblem,
  type Cells,
  type FieldProblem,
  type Sheet,
} from '@honest-ledger/contracts';

/** The text of a cell; empty where there is none. */
export const cell = (cells: Cells, column: string): string => cells[column] ?? '';

/** An empty cell stands for nothing. */
export function orNull(cells: Cells, column: string): string | null {
  const text = cell(cells, column);
  return text === '' ? null : text;
}

export const yesOrNo = (truth: boolean): string => (truth ? 'yes' : 'no');

/** Rows of cells by what each is known by. */
export function byKey(sheet: Sheet, rows: readonly Cells[]): Map<string, Cells> {
  return new Map(rows.map((cells) => [keyOfRow(sheet, cells), cells]));
}

/** Problems of fields as problems of the columns that hold them. */
export function inColumns(
  problems: readonly FieldProblem[],
  columns: Readonly<Record<string, string>>,
): CellProblem[] {
  return problems.map(({ path, sentence }) => {
    const [field = ''] = path.split('.');
    return { column: columns[field] ?? null, sentence };
  });
}

/** Things by what they have in common, in the order in which each first comes. */
export function grouped<Key, One>(
  all: readonly One[],
  by: (one: One) => Key,
): ReadonlyMap<Key, readonly One[]> {
  const groups = new Map<Key, One[]>();
  for (const one of all) {
    const key = by(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}
