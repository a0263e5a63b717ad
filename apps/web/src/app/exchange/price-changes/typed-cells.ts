import type { PriceTypedForm, RepricedPrice } from '@honest-ledger/contracts';
import { readNumber } from '../../shared/numbers/numbers';
import type { Decisions, Step } from './price-changes.feature';

/** The columns that can be typed into, and what is meant by it. */
export const TYPED_COLUMNS = {
  after: 'price',
  move: 'percent',
  change: 'amount',
  markup: 'markup',
  margin: 'margin',
} as const satisfies Readonly<Record<string, PriceTypedForm['kind']>>;
export type TypedColumn = keyof typeof TYPED_COLUMNS;

export function isTypedColumn(column: string): column is TypedColumn {
  return column in TYPED_COLUMNS;
}

/**
 * What is typed into a column; null for an emptied cell, which restores the computed price, and
 * undefined where the text is no number. A percent sign and a plus may stand there.
 */
export function typedIn(column: TypedColumn, text: string): PriceTypedForm | null | undefined {
  const bare = text.replace(/%/g, '').trim();
  if (bare === '') return null;
  const figure = readNumber(bare.replace(/^\+/, ''));
  if (figure === null) return undefined;
  const kind = TYPED_COLUMNS[column];
  switch (kind) {
    case 'price':
      return { kind, price: figure };
    case 'amount':
      return { kind, amount: figure };
    default:
      return { kind, percent: figure };
  }
}

/** The figure that was typed. */
export function figureTyped(typed: PriceTypedForm): string {
  switch (typed.kind) {
    case 'price':
      return typed.price;
    case 'amount':
      return typed.amount;
    default:
      return typed.percent;
  }
}

/** What a cell begins with when it is typed into: what was typed there, else what it shows. */
export function cellText(row: RepricedPrice, column: TypedColumn): string {
  const { typed } = row;
  return typed?.kind === TYPED_COLUMNS[column] ? figureTyped(typed) : (row[column] ?? '');
}

export type Decided = Pick<RepricedPrice, 'row' | 'typed' | 'leftOut'>;

/** Decides otherwise on rows; null where nothing would be otherwise, or nothing can. */
export function stepOf(
  rows: readonly RepricedPrice[],
  how: (row: RepricedPrice) => Partial<Omit<Decided, 'row'>>,
): Step | null {
  const steps = rows
    .filter(({ fixed }) => !fixed)
    .map((row) => ({ before: decided(row), after: { ...decided(row), ...how(row) } }))
    .filter(({ before, after }) => JSON.stringify(before) !== JSON.stringify(after));
  if (steps.length === 0) return null;
  const all = (of: 'before' | 'after'): Decisions => steps.map((step) => step[of]);
  return { before: all('before'), after: all('after') };
}

function decided({ row, typed, leftOut }: RepricedPrice): Decided {
  return { row, typed, leftOut };
}
