import type { Decimal } from '../number/decimal';
import { addExact, percentOfExact, signOf, type Exact } from '../number/exact';
import { priceOfCost, type PricingCostAdjustment } from '../pricing/cost/cost-adjustment';
import { endedPrice, type PriceEnds } from '../pricing/line/price-ends';

/** What is done to an amount to make a price of it. A percent is signed: -12 takes 12 % off. */
export type PriceAdjustment =
  { readonly kind: 'percent'; readonly percent: Decimal } | PricingCostAdjustment;

/** The price that a change makes of an amount, as it ends; null where that is below zero. */
export function changedPrice(
  from: Exact,
  change: PriceAdjustment,
  ends: PriceEnds,
): Decimal | null {
  const exact =
    change.kind === 'percent'
      ? addExact(from, percentOfExact(from, change.percent))
      : priceOfCost(from, change);
  return endedPrice(exact, ends);
}

/**
 * What somebody typed of a price: the price itself, what it is to change by, or its markup or
 * margin over its cost.
 */
export type PriceTyped =
  | { readonly kind: 'price'; readonly price: Decimal }
  | { readonly kind: 'percent'; readonly percent: Decimal }
  | { readonly kind: 'amount'; readonly amount: Decimal }
  | { readonly kind: 'markup'; readonly percent: Decimal }
  | { readonly kind: 'margin'; readonly percent: Decimal };

/** A price before something is typed of it, and what the goods cost; in one currency and unit. */
export interface PriceAndCost {
  readonly before: Decimal | null;
  readonly cost: Exact | null;
}

/** Why what was typed makes no price. */
export type NoPriceTyped = 'noPriceBefore' | 'noCost' | 'belowZero';

/**
 * The price that was typed. A price stays as it was typed to the last digit; what is reckoned from
 * another figure ends as prices do, so that its own margin can be another than the one typed.
 */
export function typedPrice(
  typed: PriceTyped,
  { before, cost }: PriceAndCost,
  ends: PriceEnds,
): Decimal | NoPriceTyped {
  switch (typed.kind) {
    case 'price':
      return typed.price;
    case 'percent':
    case 'amount':
      return before ? (changedPrice(before, typed, ends) ?? 'belowZero') : 'noPriceBefore';
    case 'markup':
    case 'margin':
      if (cost === null || signOf(cost) <= 0) return 'noCost';
      return changedPrice(cost, typed, ends) ?? 'belowZero';
  }
}
