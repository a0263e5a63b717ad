import type { CurrencyCode } from './currency';
import { compare, isPositive, isZero, type Decimal } from './decimal';
import { roundToIncrement, type RoundingDirection } from './rounding';

/**
 * How a level's prices are made round, in one currency: to a multiple of `increment`, and never
 * below `leastPrice` where that is given.
 */
export interface RoundingRule {
  readonly currency: CurrencyCode;
  /** Any positive amount: 0.05, 0.25, 1. */
  readonly increment: Decimal;
  readonly direction: RoundingDirection;
  /** Whatever comes out below it becomes it. */
  readonly leastPrice: Decimal | null;
}

/**
 * Applies a rule to a price in the rule's own currency (the caller sees to that).
 * A price of 0 passes unchanged; a positive price never becomes zero: the smallest increment is
 * taken instead.
 */
export function applyRoundingRule(price: Decimal, rule: RoundingRule): Decimal {
  if (isZero(price)) return price;
  const rounded = roundToIncrement(price, rule.increment, rule.direction);
  const positive = isPositive(price) && !isPositive(rounded) ? rule.increment : rounded;
  const least = rule.leastPrice;
  return least && compare(positive, least) < 0 ? least : positive;
}
