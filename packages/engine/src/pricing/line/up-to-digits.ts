import { make, withDigits, type Decimal } from '../../number/decimal';
import type { Exact } from '../../number/exact';
import { roundToIncrement } from '../../number/rounding';

/** The least amount at so many digits that is not below another. */
export function upToDigits(amount: Exact, digits: number): Decimal {
  return withDigits(roundToIncrement(amount, make(1, digits), 'up'), digits);
}
