import { add, withDigits, ZERO, type Decimal } from '../../number/decimal';
import type { LineInProgress, PricingContext } from './line-in-progress';

/** What a line is sold for: its amount with its shares of what is done to the document. */
export function netOf({ amount, shares, discountShare }: LineInProgress): Decimal {
  const net = shares.reduce(
    (so, one) => (one.of === 'document' ? add(so, one.amount) : so),
    amount,
  );
  return discountShare ? add(net, discountShare) : net;
}

/** The sum of amounts, with the digits that amounts of the document have. */
export function sumOf(amounts: readonly Decimal[], { amountDigits }: PricingContext): Decimal {
  return withDigits(amounts.reduce<Decimal>(add, ZERO), amountDigits);
}
