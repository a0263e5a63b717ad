import { type Decimal } from '../../number/decimal';
import { signOf, type Exact } from '../../number/exact';
import { roundedTo, type RoundingMode } from '../../number/rounding';
import { applyRoundingRule, type RoundingRule } from '../../number/rounding-rule';

/** How a price that is worked out ends. */
export interface PriceEnds {
  readonly rounding: RoundingRule | null;
  readonly digits: number;
  readonly mode: RoundingMode;
}

/**
 * A price as it ends: rounded by the rule where there is one, then to the digits of a unit price.
 * Null below zero: no price is.
 */
export function endedPrice(exact: Exact, { rounding, digits, mode }: PriceEnds): Decimal | null {
  if (signOf(exact) < 0) return null;
  const ruled = rounding ? applyRoundingRule(exact, rounding) : exact;
  return roundedTo(ruled, digits, mode);
}
