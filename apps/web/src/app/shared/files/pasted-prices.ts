import { readNumber } from '../numbers/numbers';

/**
 * Items and their prices from a block of a spreadsheet: a row an item, its number and its price in
 * the first two columns. What is no price stays as it is, for the reason to be told beside it; text
 * that is no block is left to the field it was pasted into.
 */
export function pastedPrices(event: ClipboardEvent): readonly (readonly [string, string])[] {
  const rows = (event.clipboardData?.getData('text/plain') ?? '')
    .split(/\r?\n/)
    .map((row) => row.split('\t'))
    .flatMap(([item, price]): [string, string][] =>
      item && price ? [[item.trim(), readNumber(price) ?? price.trim()]] : [],
    );
  if (rows.length > 0) {
    event.preventDefault();
    event.stopPropagation();
  }
  return rows;
}
