import { add, fromInteger, subtract, ZERO, type Decimal } from '../../number/decimal';
import { divide, multiplyExact, signOf, type Exact } from '../../number/exact';
import type { LineWithPrice, PricedDocument } from '../../result/priced';

/** What was done by hand to the price of a line or a document, in its currency. */
export interface TakenByHand {
  /** What it is sold for. */
  readonly amount: Decimal;
  /** What it would be sold for without; null where it has no price then. */
  readonly without: Decimal | null;
  /** How much less that is, in percent; below zero for more, null where nothing can be said. */
  readonly off: Exact | null;
}

/**
 * What somebody did to a line: by its price, by a discount on it, and by its part of one for the
 * document. Null where neither price nor discount is its own, and where it is sold as promised.
 */
export function takenFromLine(line: LineWithPrice): TakenByHand | null {
  const { closedBy, discount, computed, discountShare, floor } = line;
  const priced = closedBy === 'priceByHand';
  if (line.kept || !(priced || discount)) return null;
  const amount = add(line.amount, discountShare ?? ZERO);
  if (priced) {
    return taken(amount, computed?.kind === 'priced' ? computed.amount : null);
  }
  const lifted = floor?.lifted ?? ZERO;
  return taken(amount, subtract(subtract(line.amount, lifted), discount?.amount ?? ZERO));
}

/** What somebody took off a document as a whole, of its open lines; null for nothing. */
export function takenFromDocument({
  lines,
  discount,
}: Pick<PricedDocument, 'lines' | 'discount'>): TakenByHand | null {
  if (!discount) return null;
  const amount = lines.reduce<Decimal>(
    (so, line) => (line.kind === 'priced' && line.discountShare ? add(so, line.net) : so),
    ZERO,
  );
  return taken(amount, subtract(amount, discount.amount));
}

function taken(amount: Decimal, without: Decimal | null): TakenByHand {
  if (!without || signOf(without) === 0) return { amount, without, off: null };
  const part = divide(subtract(without, amount), without);
  return { amount, without, off: multiplyExact(part, fromInteger(100)) };
}
