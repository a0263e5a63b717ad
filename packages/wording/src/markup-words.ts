import {
  decimal,
  fromInteger,
  marginOf,
  markupOf,
  priceAtMargin,
  priceAtMarkup,
  printPercent,
  type Exact,
} from '@honest-ledger/engine';
import type { Writer } from './setup-sentences';

const HUNDRED = fromInteger(100);

/**
 * A markup or a margin with the other beside it, which people mix up: "85 % markup (45.9 % margin)". The
 * other is told with one decimal, and left out where there is none, as of a margin of 100 %.
 */
export function markupWords(
  { kind, percent }: { readonly kind: 'markup' | 'margin'; readonly percent: string },
  write: Writer,
): string {
  const said = `${write.number(percent)} % ${kind}`;
  const other = kind === 'markup' ? marginOfMarkup(percent) : markupOfMargin(percent);
  if (other === null) return said;
  return `${said} (${write.number(printPercent(other))} % ${kind === 'markup' ? 'margin' : 'markup'})`;
}

function marginOfMarkup(percent: string): Exact | null {
  return marginOf(priceAtMarkup(HUNDRED, decimal(percent)), HUNDRED);
}

function markupOfMargin(percent: string): Exact | null {
  const price = priceAtMargin(HUNDRED, decimal(percent));
  return price && markupOf(price, HUNDRED);
}
