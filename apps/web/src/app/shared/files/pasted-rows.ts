import { compare, decimal, print, type Decimal } from '@honest-ledger/engine';
import { readNumber, writeNumber } from '../numbers/numbers';

/** A threshold and what comes with it, as they stood in a spreadsheet. */
export interface PastedRow {
  readonly from: string;
  readonly figure: string;
}

/** What the figures of a block are by what stands beside them; null where nothing says. */
export type FigureSort = 'percent' | 'money' | null;

export type PastedRows =
  | {
      readonly rows: readonly PastedRow[];
      readonly sort: FigureSort;
      /** Up to what the last row goes, where it says. */
      readonly lastTo: string | null;
      readonly problem: null;
    }
  | { readonly rows: null; readonly problem: string };

interface ReadRow {
  readonly row: number;
  readonly from: Decimal;
  /** Where the rows say up to what they go. */
  readonly to: Decimal | null;
  readonly figure: string;
}

/**
 * Rows of a block of a spreadsheet: a threshold and a figure, or from, to and a figure. A row of
 * names on top is passed over. Rows with "to" must meet: a gap, an overlap or a reversed row is an
 * error that names the row.
 * @param what the thresholds are called, as in "a cost"
 * @param digits the least decimals that a threshold's measure has: 2 for costs, 0 for whole units
 */
export function readPastedRows(text: string, what: string, digits: number): PastedRows {
  const cells = text
    .split(/\r?\n/)
    .map((row) => row.split(/\t|;/).map((cell) => cell.trim()))
    .filter((row) => row.some((cell) => cell !== ''));
  const rows: ReadRow[] = [];
  for (const [index, row] of cells.entries()) {
    const read = readRow(row, index + 1);
    if (read) rows.push(read);
    else if (index > 0) {
      return wrong(`Row ${String(index + 1)} is not ${what} and a figure: “${row.join('  ')}”.`);
    }
  }
  if (rows.length === 0) {
    return wrong(`There is no row with ${what} and a figure in what was pasted.`);
  }
  const fault = faultIn(rows, digits);
  if (fault !== null) return wrong(fault);
  const lastTo = rows.at(-1)?.to ?? null;
  return {
    rows: rows.map(({ from, figure }) => ({ from: print(from), figure })),
    sort: sortOf(cells),
    lastTo: lastTo && print(lastTo),
    problem: null,
  };
}

/** By the signs beside the figures, else by what the column is called. */
function sortOf(cells: readonly (readonly string[])[]): FigureSort {
  const last = cells.map((row) => row.findLast((cell) => cell !== '') ?? '');
  if (last.some((cell) => cell.includes('%'))) return 'percent';
  if (last.some((cell) => /\p{Sc}|\b[A-Z]{3}\b/u.test(cell))) return 'money';
  const name = last[0] ?? '';
  if (/discount|rebate|percent|off/i.test(name)) return 'percent';
  return /price|each|amount/i.test(name) ? 'money' : null;
}

function wrong(problem: string): PastedRows {
  return { rows: null, problem };
}

function readRow(cells: readonly string[], row: number): ReadRow | null {
  const numbers = cells
    .filter((cell) => cell !== '')
    .map((cell) => readNumber(cell.replace('%', '').trim()));
  const [from, second, third] = numbers;
  if (from === undefined || from === null) return null;
  if (numbers.length === 2 && second) return { row, from: decimal(from), to: null, figure: second };
  // the last row of a table with "to" often leaves it open
  if (numbers.length !== 3 || third === null || third === undefined) return null;
  return second === null || second === undefined
    ? { row, from: decimal(from), to: null, figure: third }
    : { row, from: decimal(from), to: decimal(second), figure: third };
}

function faultIn(rows: readonly ReadRow[], digits: number): string | null {
  for (const [index, { row, from, to }] of rows.entries()) {
    const say = (value: Decimal): string => writeNumber(print(value));
    if (to && compare(to, from) < 0) {
      return `Row ${String(row)} is reversed: it goes from ${say(from)} to ${say(to)}.`;
    }
    const before = rows[index - 1];
    if (!before) continue;
    if (compare(from, before.from) <= 0) {
      return `Row ${String(row)} starts at ${say(from)}, not above row ${String(before.row)} at ${say(before.from)}.`;
    }
    if (!before.to) continue;
    if (compare(from, before.to) < 0 && compare(before.to, before.from) > 0) {
      return `Rows ${String(before.row)} and ${String(row)} overlap: one goes to ${say(before.to)}, the other starts at ${say(from)}.`;
    }
    if (!meets(before.to, from, digits)) {
      return `There is a gap between rows ${String(before.row)} and ${String(row)}: from ${say(before.to)} to ${say(from)}.`;
    }
  }
  return null;
}

/** A row ends where the next begins, or one smallest step of the measure below. */
function meets(to: Decimal, from: Decimal, leastDigits: number): boolean {
  if (compare(to, from) === 0) return true;
  const digits = Math.max(to.scale, from.scale, leastDigits);
  const units = (value: Decimal): bigint =>
    BigInt(value.units) * 10n ** BigInt(digits - value.scale);
  return units(from) - units(to) === 1n;
}
