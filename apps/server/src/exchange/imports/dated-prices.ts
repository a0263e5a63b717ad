import type { CellProblem, Cells } from '@honest-ledger/contracts';
import type { DatedPrice, Serialized } from '@honest-ledger/engine';
import { cell, orNull } from './cells';

/** The cells that a price of one item, from a quantity upward, in a window of days has in files. */
export function datedPriceCells({
  item,
  price,
  unit,
  window,
  minQuantity,
}: Serialized<DatedPrice>): Cells {
  return {
    Item: item,
    Price: price,
    Unit: unit ?? '',
    From: window.from ?? '',
    Until: window.until ?? '',
    'From quantity': minQuantity,
  };
}

export function datedPriceOf(cells: Cells): Serialized<DatedPrice> {
  return {
    item: cell(cells, 'Item'),
    price: cell(cells, 'Price'),
    unit: orNull(cells, 'Unit'),
    window: { from: orNull(cells, 'From'), until: orNull(cells, 'Until') },
    minQuantity: cell(cells, 'From quantity'),
  };
}

export function windowProblems(cells: Cells): CellProblem[] {
  const [from, until] = [orNull(cells, 'From'), orNull(cells, 'Until')];
  return from !== null && until !== null && until < from
    ? [{ column: 'Until', sentence: `Until is ${until}, before it begins on ${from}` }]
    : [];
}
