import {
  compareExact,
  decimal,
  fromInteger,
  isDecimalText,
  marginOf,
  markupOf,
  priceAtMargin,
  priceAtMarkup,
  printPercent,
  signOf,
  type Decimal,
  type Exact,
} from '@honest-ledger/engine';
import type { Writer } from './setup-sentences';

const HUNDRED = fromInteger(100);

/**
 * A markup or a margin with the other beside it, which people mix up: "85 % markup (45.9 % margin)". The
 * other is told with one decimal, and left out where there is none, as of a margin of 100 %, or where the
 * figure is still being typed.
 */
export function markupWords(
  { kind, percent }: { readonly kind: 'markup' | 'margin'; readonly percent: string },
  write: Writer,
): string {
  const said = `${write.number(percent)} % ${kind}`;
  const other = isDecimalText(percent) ? otherOf(kind, decimal(percent)) : null;
  if (other === null) return said;
  return `${said} (${write.number(printPercent(other))} % ${kind === 'markup' ? 'margin' : 'markup'})`;
}

/** A margin of a markup, a markup of a margin; null where there is no price above zero. */
function otherOf(kind: 'markup' | 'margin', percent: Decimal): Exact | null {
  if (kind === 'markup') {
    const price = priceAtMarkup(HUNDRED, percent);
    return signOf(price) > 0 ? marginOf(price, HUNDRED) : null;
  }
  if (compareExact(percent, HUNDRED) >= 0) return null;
  return markupOf(priceAtMargin(HUNDRED, percent), HUNDRED);
}
