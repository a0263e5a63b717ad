import { add, fromInteger, percentOf } from './decimal';
import {
  addExact,
  compareExact,
  divide,
  isFraction,
  multiplyExact,
  signOf,
  subtractExact,
  type Exact,
} from './exact';

const HUNDRED = fromInteger(100);

/** The price at a markup: a percent of the cost on top of it. */
export function priceAtMarkup(cost: Exact, percent: Exact): Exact {
  // most costs and percents end, and then nothing has to be divided
  if (!isFraction(cost) && !isFraction(percent)) return add(cost, percentOf(cost, percent));
  return divide(multiplyExact(cost, addExact(HUNDRED, percent)), HUNDRED);
}

/**
 * The price at a margin: the part of it, in percent, that is not cost.
 * @throws {RangeError} where the margin is not below 100: no price has such a margin
 */
export function priceAtMargin(cost: Exact, percent: Exact): Exact {
  if (compareExact(percent, HUNDRED) >= 0) throw new RangeError('a margin is below 100 %');
  return divide(multiplyExact(cost, HUNDRED), subtractExact(HUNDRED, percent));
}

/** (price - cost) / cost, in percent; null without a cost. */
export function markupOf(price: Exact, cost: Exact): Exact | null {
  return signOf(cost) === 0 ? null : percentOfDifference(price, cost, cost);
}

/** (price - cost) / price, in percent; null without a price. */
export function marginOf(price: Exact, cost: Exact): Exact | null {
  return signOf(price) === 0 ? null : percentOfDifference(price, cost, price);
}

function percentOfDifference(price: Exact, cost: Exact, over: Exact): Exact {
  return divide(multiplyExact(subtractExact(price, cost), HUNDRED), over);
}
