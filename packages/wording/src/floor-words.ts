import type {
  CurrencyCode,
  FloorLeast,
  FloorMissing,
  PricedFloor,
  Serialized,
} from '@honest-ledger/engine';
import { plainWriter, type Writer } from './setup-sentences';

/** What goods are sold for at least: "a margin of 20 %", "12.50 EUR per base unit". */
export function leastWords(least: Serialized<FloorLeast>, write: Writer = plainWriter): string {
  switch (least.kind) {
    case 'margin':
      return `a margin of ${write.number(least.percent)} %`;
    case 'amount':
      return `${write.number(least.amount)} ${least.currency} per base unit`;
    case 'ofBasePrice':
      return `${write.number(least.percent)} % of the base price`;
  }
}

/** Why nobody can know whether goods are below their floor. */
export function untestedWords(missing: FloorMissing, currency: CurrencyCode): string {
  switch (missing) {
    case 'cost':
      return `no cost in ${currency}`;
    case 'basePrice':
      return `no base price in ${currency}`;
    case 'rate':
      return `no exchange rate to ${currency}`;
  }
}

/**
 * What the floor of a line's goods says of it; null where it says nothing but what it was lifted by.
 * @param currency the document's
 */
export function floorSentence(
  { least, short, untested }: Serialized<PricedFloor>,
  currency: CurrencyCode,
  write: Writer = plainWriter,
): string | null {
  const asked = least ? ` of ${leastWords(least, write)}` : '';
  if (short) return `${write.number(short.amount)} ${currency} below the minimum${asked}`;
  if (!untested) return null;
  return `Minimum${asked} not checked: ${untestedWords(untested.missing, currency)}`;
}
