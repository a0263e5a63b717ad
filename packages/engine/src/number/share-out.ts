import {
  add,
  isZero,
  make,
  negate,
  subtract,
  sum,
  withDigits,
  ZERO,
  type Decimal,
} from './decimal';
import { addExact, compareExact, divide, multiplyExact, subtractExact, type Exact } from './exact';
import { roundToIncrement } from './rounding';

/**
 * Shares an amount in proportion to weights, so that the shares add up to it: each is taken down to
 * the digits, and what is left goes, unit by unit of the last digit, to the largest remainders; of
 * equal ones to the earlier. The method of largest remainders (Hamilton).
 * @param amount at those digits, of either sign
 * @param weights none below zero; where all are zero nothing can be shared and each share is zero
 */
export function shareOut(
  amount: Decimal,
  weights: readonly Exact[],
  digits: number,
): readonly Decimal[] {
  const whole = weights.reduce<Exact>(addExact, ZERO);
  const none = withDigits(ZERO, digits);
  if (isZero(amount) || compareExact(whole, ZERO) === 0) return weights.map(() => none);
  if (amount.units < 0) {
    return shareOut(negate(amount), weights, digits).map(negate);
  }
  const step = make(1, digits);
  const shares = weights.map((weight, place) => {
    const exact = divide(multiplyExact(amount, weight), whole);
    const down = withDigits(roundToIncrement(exact, step, 'down'), digits);
    return { place, down, remainder: subtractExact(exact, down) };
  });
  const left = subtract(amount, sum(shares.map(({ down }) => down)));
  const more = Number(withDigits(left, digits).units);
  const first = shares.toSorted(
    (a, b) => compareExact(b.remainder, a.remainder) || a.place - b.place,
  );
  const raised = new Set(first.slice(0, more).map(({ place }) => place));
  return shares.map(({ down, place }) => (raised.has(place) ? add(down, step) : down));
}
