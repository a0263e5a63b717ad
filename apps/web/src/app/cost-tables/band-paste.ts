import type { CostBandForm } from '@honest-ledger/contracts';
import { compare, decimal, print, type Decimal } from '@honest-ledger/engine';
import { readNumber, writeNumber } from '../shared/numbers';
import { withFigure } from './table-edits';

export type Pasted =
  | { readonly bands: readonly CostBandForm[]; readonly problem: null }
  | { readonly bands: null; readonly problem: string };

interface PastedRow {
  readonly row: number;
  readonly from: Decimal;
  /** Where the rows say up to what they go. */
  readonly to: Decimal | null;
  readonly figure: string;
}

/**
 * Bands from a block of a spreadsheet: a threshold and a figure a row, or from, to and a figure. A row
 * of names on top is passed over. Rows with "to" must meet: a gap, an overlap or a reversed row is an
 * error that names the row. The figures are of the kind that the first band is.
 */
export function readPastedBands(text: string, like: CostBandForm['adjustment']): Pasted {
  const cells = text
    .split(/\r?\n/)
    .map((row) => row.split(/\t|;/).map((cell) => cell.trim()))
    .filter((row) => row.some((cell) => cell !== ''));
  const rows: PastedRow[] = [];
  for (const [index, row] of cells.entries()) {
    const read = readRow(row, index + 1);
    if (read) rows.push(read);
    else if (index > 0) {
      return wrong(`Row ${String(index + 1)} is not a cost and a figure: “${row.join('  ')}”.`);
    }
  }
  if (rows.length === 0)
    return wrong('There is no row with a cost and a figure in what was pasted.');
  const fault = faultIn(rows);
  if (fault !== null) return wrong(fault);
  const kind = like.kind === 'byRequest' ? ({ kind: 'markup', percent: '0' } as const) : like;
  const bands = rows.map(({ from, figure }) => ({
    from: print(from),
    adjustment: withFigure(kind, figure),
  }));
  return { bands, problem: null };
}

function wrong(problem: string): Pasted {
  return { bands: null, problem };
}

function readRow(cells: readonly string[], row: number): PastedRow | null {
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

function faultIn(rows: readonly PastedRow[]): string | null {
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
    if (!meets(before.to, from)) {
      return `There is a gap between rows ${String(before.row)} and ${String(row)}: from ${say(before.to)} to ${say(from)}.`;
    }
  }
  return null;
}

/** Costs have cents at least: between 3 and 4 there are others. */
const LEAST_DIGITS = 2;

/** A row ends where the next begins, or one smallest step of a cost below. */
function meets(to: Decimal, from: Decimal): boolean {
  if (compare(to, from) === 0) return true;
  const digits = Math.max(to.scale, from.scale, LEAST_DIGITS);
  const units = (value: Decimal): bigint =>
    BigInt(value.units) * 10n ** BigInt(digits - value.scale);
  return units(from) - units(to) === 1n;
}
