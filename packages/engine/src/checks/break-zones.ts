import {
  add,
  compare,
  fromInteger,
  isPositive,
  multiply,
  subtract,
  withDigits,
  type Decimal,
} from '../number/decimal';
import { divide, multiplyExact, subtractExact, type Exact } from '../number/exact';
import { roundToIncrement } from '../number/rounding';

/** What one unit costs from a quantity upward until the next step, as the engine priced it. */
export interface PriceStep {
  readonly from: Decimal;
  readonly unitPrice: Decimal;
}

/** Quantities that cost more than a larger one. */
export interface DearZone {
  /** The smallest and the largest such quantity. */
  readonly from: Decimal;
  readonly until: Decimal;
  /** The larger quantity that costs less, which is where a step begins. */
  readonly cheaper: Decimal;
  /** What it costs, and what the largest quantity of the zone costs. */
  readonly cheaperTotal: Decimal;
  readonly untilTotal: Decimal;
}

const HUNDRED = fromInteger(100);

/**
 * Where buying more costs less in total, on every unit: for each step that is cheaper than quantities
 * before it, those quantities in one zone from the smallest to the last before the step.
 * @param smallest the smallest step of a quantity: 1 for whole units
 */
export function priceInversions(steps: readonly PriceStep[], smallest: Decimal): DearZone[] {
  return steps.flatMap((step, place) => {
    const cheaperTotal = multiply(step.from, step.unitPrice);
    const first = steps.slice(0, place).flatMap((earlier, index): Decimal[] => {
      const next = steps[index + 1]?.from ?? step.from;
      const from = firstDearer(earlier, cheaperTotal, smallest);
      return from && compare(from, next) < 0 ? [from] : [];
    })[0];
    const before = steps[place - 1];
    if (!first || !before) return [];
    const until = subtract(step.from, smallest);
    const untilTotal = multiply(until, before.unitPrice);
    return [{ from: first, until, cheaper: step.from, cheaperTotal, untilTotal }];
  });
}

/** The smallest quantity of a step that costs more than an amount; null where nothing costs anything. */
function firstDearer(
  { from, unitPrice }: PriceStep,
  amount: Decimal,
  smallest: Decimal,
): Decimal | null {
  if (!isPositive(unitPrice)) return null;
  const last = onGrid(divide(amount, unitPrice), smallest, 'down');
  const next = add(last, smallest);
  return compare(next, from) > 0 ? next : from;
}

/**
 * The largest quantity at which a step may begin so that nothing before it costs more; null where
 * that is not above the step before.
 */
export function harmlessThreshold(
  before: PriceStep,
  { unitPrice }: PriceStep,
  smallest: Decimal,
): Decimal | null {
  const cheaper = subtract(before.unitPrice, unitPrice);
  if (!isPositive(cheaper)) return null;
  const most = divide(multiply(smallest, before.unitPrice), cheaper);
  const threshold = onGrid(most, smallest, 'down');
  return compare(threshold, before.from) > 0 ? threshold : null;
}

/**
 * The lowest unit price at which a step is harmless: as much as the last quantity before it costs,
 * and no less.
 * @param lastDigit the smallest step of a unit price: 0.01 for two decimals
 */
export function harmlessPrice(
  before: PriceStep,
  from: Decimal,
  smallest: Decimal,
  lastDigit: Decimal,
): Decimal {
  const total = multiply(subtract(from, smallest), before.unitPrice);
  return onGrid(divide(total, from), lastDigit, 'up');
}

/** The most percent off a price, in tenths, that does not lead below another price. */
export function percentDownTo(price: Decimal, lowest: Decimal): Decimal {
  const off = divide(multiplyExact(subtractExact(price, lowest), HUNDRED), price);
  return onGrid(off, { units: 1, scale: 1 }, 'down');
}

/** A multiple of an increment, with no more digits than the increment has. */
function onGrid(value: Exact, increment: Decimal, direction: 'up' | 'down'): Decimal {
  return withDigits(roundToIncrement(value, increment, direction), increment.scale);
}
