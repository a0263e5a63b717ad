import type { Decimal } from '../number/decimal';
import {
  addExact,
  divide,
  multiplyExact,
  signOf,
  subtractExact,
  type Exact,
} from '../number/exact';
import { priceOfCost, type PricingCostAdjustment } from '../pricing/cost/cost-adjustment';
import { endedPrice, type PriceEnds } from '../pricing/line/price-ends';

/** What of a price stays when the cost under it changes. */
export type Keeping =
  /** What its cost table makes of the new cost. */
  | { readonly kind: 'costTable' }
  /** The markup, and with it the margin, that it has. */
  | { readonly kind: 'markup' }
  /** The amount over cost that it has. */
  | { readonly kind: 'amount' }
  /** A markup, a margin or an amount of its own. */
  | { readonly kind: 'stated'; readonly adjustment: PricingCostAdjustment };

/** A price and the cost under it, before and after; all in one currency, per one unit. */
export interface CostChange {
  readonly price: Decimal;
  readonly oldCost: Exact | null;
  readonly newCost: Exact;
  /** What the item's cost table makes of the new cost; null where it makes nothing. */
  readonly tablePrice: Decimal | null;
}

/**
 * The price that follows a cost: rounded by the rule where there is one, else to the digits of a
 * unit price. Null where nothing follows: without an old cost there is no markup to keep, without a
 * table's price no table to follow, and no price is below zero. A table rounds by itself.
 */
export function priceFollowing(
  { price, oldCost, newCost, tablePrice }: CostChange,
  keeping: Keeping,
  ends: PriceEnds,
): Decimal | null {
  if (keeping.kind === 'costTable') return tablePrice;
  const exact = exactFollowing(price, oldCost, newCost, keeping);
  return exact && endedPrice(exact, ends);
}

function exactFollowing(
  price: Decimal,
  oldCost: Exact | null,
  newCost: Exact,
  keeping: Exclude<Keeping, { kind: 'costTable' }>,
): Exact | null {
  if (keeping.kind === 'stated') return priceOfCost(newCost, keeping.adjustment);
  if (oldCost === null || signOf(oldCost) === 0) return null;
  return keeping.kind === 'amount'
    ? addExact(price, subtractExact(newCost, oldCost))
    : divide(multiplyExact(price, newCost), oldCost);
}

/** By how much something moves, in percent of what it was; null where it was nothing. */
export function percentMoved(before: Exact, after: Exact): Exact | null {
  if (signOf(before) === 0) return null;
  return divide(multiplyExact(subtractExact(after, before), HUNDRED), before);
}

const HUNDRED: Decimal = { units: 100, scale: 0 };
