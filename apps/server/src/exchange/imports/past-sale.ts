import { BARE_LINE, type Cells, type DocumentLineInput } from '@honest-ledger/contracts';
import type { CurrencyCode, Day } from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import { Problem } from '../../platform/http/problems';
import { cell, orNull } from './cells';

/** A sale of another system, as its rows say. */
export interface PastSale {
  /** What it was called there. */
  readonly name: string;
  /** By the clock of its outlet. */
  readonly posted: Day;
  readonly customer: string | null;
  readonly outlet: string | null;
  readonly currency: CurrencyCode;
  readonly lines: readonly DocumentLineInput[];
}

/** What a past sale was: its cells but for its lines'. */
export const WHOLE = ['Posted', 'Customer', 'Outlet', 'Currency'] as const;

/** @throws {Problem} where its rows are not one whole sale */
export function pastSale(name: string, rows: readonly Cells[], home: CurrencyCode): PastSale {
  const lines = [...rows].sort((a, b) => Number(cell(a, 'Line')) - Number(cell(b, 'Line')));
  const [first = {}] = lines;
  for (const column of WHOLE) {
    if (lines.every((cells) => cell(cells, column) === cell(first, column))) continue;
    throw new Problem(422, `The lines of sale ${name} do not have one ${column}.`);
  }
  if (lines.some((cells, place) => cell(cells, 'Line') !== String(place + 1))) {
    throw new Problem(422, `The lines of sale ${name} are not numbered from 1 on without a gap.`);
  }
  return {
    name,
    posted: cell(first, 'Posted'),
    customer: orNull(first, 'Customer'),
    outlet: orNull(first, 'Outlet'),
    currency: orNull(first, 'Currency') ?? home,
    lines: lines.map(pastLine),
  };
}

const REASON = 'as it was sold';

/** A line at the price, and with the discount, of back then. */
export function pastLine(cells: Cells): DocumentLineInput {
  const percent = orNull(cells, 'Discount %');
  const off = percent === null || !/[1-9]/.test(percent) ? null : `-${percent}`;
  return {
    id: randomUUID(),
    item: cell(cells, 'Item'),
    quantity: cell(cells, 'Quantity'),
    unit: orNull(cells, 'Unit'),
    duration: null,
    ...BARE_LINE,
    priceByHand: { price: cell(cells, 'Price'), reason: REASON },
    discount: off === null ? null : { off: { kind: 'percent', percent: off }, reason: REASON },
  };
}

/** The goods of a sale, each once. */
export const numbersOf = ({ lines }: PastSale): string[] => distinct(lines.map(({ item }) => item));

export const distinct = (all: readonly string[]): string[] => [...new Set(all)];
