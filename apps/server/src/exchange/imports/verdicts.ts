import {
  check,
  keyOfRow,
  markOf,
  readDay,
  readFigure,
  sameCell,
  type CellFormat,
  type CellProblem,
  type Cells,
  type RowVerdict,
  type Sheet,
  type SheetColumn,
} from '@honest-ledger/contracts';
import { isDecimalText } from '@honest-ledger/engine';
import Joi from 'joi';

/** What a row would do, and what it is known by. */
export interface JudgedRow {
  readonly row: number;
  readonly key: string;
  readonly verdict: RowVerdict;
  readonly before: Cells | null;
  readonly after: Cells;
  readonly problems: readonly CellProblem[];
}

/** What the rows of a file are compared with. */
export interface Comparison {
  /** What is there now under each of these keys. */
  present(rows: readonly Cells[]): Promise<ReadonlyMap<string, Cells>>;
  /** What only the database can know to be wrong: for each row its problems. */
  problems(rows: readonly ComparedRow[]): Promise<readonly (readonly CellProblem[])[]>;
}

export interface ComparedRow {
  readonly before: Cells | null;
  readonly after: Cells;
}

/** A file's columns, and how its cells are written. */
export interface FileAsRead {
  readonly columns: readonly string[];
  readonly format: CellFormat | null;
}

export interface RowToJudge {
  readonly row: number;
  readonly cells: readonly string[];
}

/**
 * Compares rows of a file with what is there. A column that the file does not have keeps what it
 * has, and begins with its own beginning in a new row.
 * @param file the names of the file's columns, in its order, and how its cells are written
 * @param earlier the row where each key came before in the same file
 */
export async function judge(
  sheet: Sheet,
  { columns, format }: FileAsRead,
  rows: readonly RowToJudge[],
  comparison: Comparison,
  earlier: ReadonlyMap<string, number>,
): Promise<JudgedRow[]> {
  const given = rows.map(({ cells }) => givenCells(sheet, columns, cells, format));
  const present = await comparison.present(given);
  const seen = new Map(earlier);
  const known = checkedOnce();
  const read = rows.map(({ row, cells }, index) => {
    const own = given[index] ?? {};
    const key = keyOfRow(sheet, own);
    const before = present.get(key) ?? null;
    const after = filled(sheet, own, before);
    const first = seen.get(key);
    if (first === undefined) seen.set(key, row);
    const problems = [
      ...(cells.length > columns.length
        ? [{ column: null, sentence: 'The row has more cells than there are columns' }]
        : []),
      ...formProblems(sheet, after, columns, known),
      ...markProblems(sheet, columns, cells, format),
      ...(first === undefined
        ? []
        : [{ column: null, sentence: `Row ${String(first)} is for the same already` }]),
    ];
    return { row, key, before, after, problems };
  });
  const deeper = await comparison.problems(read);
  return read.map((one, index): JudgedRow => {
    // What is not even well formed is not asked about further.
    const problems = one.problems.length > 0 ? one.problems : (deeper[index] ?? []);
    return { ...one, problems, verdict: verdictOf(sheet, { ...one, problems }) };
  });
}

function verdictOf(
  sheet: Sheet,
  { before, after, problems }: Pick<JudgedRow, 'before' | 'after' | 'problems'>,
): RowVerdict {
  if (problems.length > 0) return 'wrong';
  if (before === null) return 'new';
  return changedColumns(sheet, before, after).length === 0 ? 'unchanged' : 'changed';
}

/** The columns in which two rows differ. */
export function changedColumns(sheet: Sheet, before: Cells, after: Cells): string[] {
  return sheet.columns
    .filter((column) => !sameCell(column, before[column.name] ?? '', after[column.name] ?? ''))
    .map(({ name }) => name);
}

function givenCells(
  sheet: Sheet,
  columns: readonly string[],
  cells: readonly string[],
  format: CellFormat | null,
): Cells {
  const byName = new Map(sheet.columns.map((column) => [column.name, column]));
  return Object.fromEntries(
    columns.map((name, place) => [name, plainCell(byName.get(name), cells[place] ?? '', format)]),
  );
}

/** Figures that are some with another decimal mark than the file's: as they stand they would be others. */
function markProblems(
  sheet: Sheet,
  columns: readonly string[],
  cells: readonly string[],
  format: CellFormat | null,
): CellProblem[] {
  const mark = format?.decimalMark ?? '.';
  return columns.flatMap((name, place): CellProblem[] => {
    const text = cells[place] ?? '';
    const holds = sheet.columns.find((one) => one.name === name)?.holds;
    if (holds !== 'decimal' || text === '' || readFigure(text, mark) !== null) return [];
    if (markOf(text) === null || !isDecimalText(text)) return [];
    const called = mark === ',' ? 'a decimal comma' : 'a decimal point';
    return [{ column: name, sentence: `“${text}” is not a number with ${called}` }];
  });
}

const YES = new Set(['yes', 'true', '1']);
const NO = new Set(['no', 'false', '0']);

/** A cell as files of ours have it; one that cannot be read stays as it is, and is told as wrong. */
function plainCell(
  column: SheetColumn | undefined,
  text: string,
  format: CellFormat | null,
): string {
  switch (column?.holds) {
    case 'decimal':
      return readFigure(text, format?.decimalMark ?? '.') ?? text;
    case 'day':
      return readDay(text, format?.days ?? 'dayMonthYear') ?? text;
    case 'yesNo': {
      const lower = text.toLowerCase();
      return YES.has(lower) ? 'yes' : NO.has(lower) ? 'no' : text;
    }
    default:
      return text;
  }
}

/** A row in all columns. An empty cell of a column that must say something begins as a new row's. */
function filled(sheet: Sheet, given: Cells, before: Cells | null): Cells {
  return Object.fromEntries(
    sheet.columns.map(({ name, begins }) => {
      const text = given[name] ?? before?.[name];
      return [name, text === undefined || (text === '' && begins) ? (begins ?? '') : text];
    }),
  );
}

function formProblems(
  sheet: Sheet,
  cells: Cells,
  columns: readonly string[],
  known: Known,
): CellProblem[] {
  return sheet.columns.flatMap((column): CellProblem[] => {
    const text = cells[column.name] ?? '';
    if (text === '') {
      if (column.begins !== null) return [];
      const lacking = columns.includes(column.name) ? 'is empty' : 'is not in the file';
      return [{ column: column.name, sentence: `${column.name} ${lacking}` }];
    }
    return known(column, text).map((sentence) => ({ column: column.name, sentence }));
  });
}

/** What is wrong with a text in a column. */
type Known = (column: SheetColumn, text: string) => readonly string[];

/** Checks each text once: most columns of a file repeat a few. */
function checkedOnce(): Known {
  const known = new Map<string, readonly string[]>();
  return (column, text) => {
    const key = `${column.name} ${text}`;
    const found = known.get(key);
    if (found) return found;
    const reading = check(schemaOf(column), text);
    const sentences = reading.ok ? [] : reading.problems.map(({ sentence }) => sentence);
    known.set(key, sentences);
    return sentences;
  };
}

const schemas = new WeakMap<SheetColumn, Joi.Schema<string>>();

/** A column's schema under its own name, as sentences call it. */
function schemaOf(column: SheetColumn): Joi.Schema<string> {
  const known = schemas.get(column);
  if (known) return known;
  const made = column.schema.label(column.name);
  schemas.set(column, made);
  return made;
}
