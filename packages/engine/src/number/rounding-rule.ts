import type { CurrencyCode } from './currency';
import { add, compare, isPositive, make, type Decimal } from './decimal';
import { compareExact, signOf, subtractExact, type Exact } from './exact';
import { roundToIncrement, type RoundingDirection } from './rounding';

/**
 * How prices are made round, in one currency: to a multiple of an increment or to one of a list of
 * endings, and never below `leastPrice` where that is given.
 */
export type RoundingRule = IncrementRule | EndingsRule;

interface AnyRule {
  readonly currency: CurrencyCode;
  readonly direction: RoundingDirection;
  /** Whatever comes out below it becomes it. */
  readonly leastPrice: Decimal | null;
}

export interface IncrementRule extends AnyRule {
  readonly kind: 'increment';
  /** Any positive amount: 0.05, 0.25, 1. */
  readonly increment: Decimal;
}

export interface EndingsRule extends AnyRule {
  readonly kind: 'endings';
  /** At least one, each from 0 and below the period: 0.49, 0.99. */
  readonly endings: readonly Decimal[];
  /** Endings come again every 1, 10 or 100: with 10, the ending 9.99 means 9.99, 19.99, 29.99. */
  readonly period: EndingsPeriod;
}

export type EndingsPeriod = 1 | 10 | 100;

/**
 * Applies a rule to a price in the rule's own currency (the caller sees to that).
 * A price of 0 passes unchanged; a positive price never becomes zero: up and nearest take the smallest
 * positive candidate instead, and down, which never raises, leaves the price as it is.
 */
export function applyRoundingRule(price: Exact, rule: RoundingRule): Exact {
  if (signOf(price) === 0) return price;
  const rounded = rule.kind === 'increment' ? toIncrement(price, rule) : toEnding(price, rule);
  const least = rule.leastPrice;
  return least && compareExact(rounded, least) < 0 ? least : rounded;
}

function toIncrement(price: Exact, { increment, direction }: IncrementRule): Exact {
  const rounded = roundToIncrement(price, increment, direction);
  if (signOf(price) < 0 || isPositive(rounded)) return rounded;
  return direction === 'down' ? price : increment;
}

/**
 * Whether a rule that goes down finds no multiple or ending above zero at or below a price, so that the
 * price stays as it is but for a least price.
 */
export function isBelowAll(price: Exact, rule: RoundingRule): boolean {
  if (rule.direction !== 'down' || signOf(price) <= 0) return false;
  const least =
    rule.kind === 'increment' ? rule.increment : smallestPositive(rule.endings, rule.period);
  return compareExact(price, least) < 0;
}

/** Candidates are k x period + ending for whole k from 0. A tie goes up. */
function toEnding(price: Exact, { endings, period, direction }: EndingsRule): Exact {
  let below: Decimal | null = null;
  let above: Decimal | null = null;
  for (const candidate of candidatesAround(price, endings, period)) {
    const order = compareExact(candidate, price);
    if (order <= 0 && (!below || compare(candidate, below) > 0)) below = candidate;
    if (order >= 0 && (!above || compare(candidate, above) < 0)) above = candidate;
  }
  const smallest = smallestPositive(endings, period);
  switch (direction) {
    case 'up':
      return above ?? smallest;
    case 'down':
      return below && isPositive(below) ? below : price;
    case 'nearest': {
      const near = nearer(price, below, above) ?? smallest;
      return isPositive(near) ? near : smallest;
    }
  }
}

/** Every candidate in the price's own period and in the ones before and after it. */
function candidatesAround(
  price: Exact,
  endings: readonly Decimal[],
  period: EndingsPeriod,
): Decimal[] {
  const whole = roundToIncrement(price, make(period, 0), 'down');
  return [-period, 0, period]
    .map((shift) => add(whole, make(shift, 0)))
    .filter(({ units }) => units >= 0)
    .flatMap((start) => endings.map((ending) => add(start, ending)));
}

function nearer(price: Exact, below: Decimal | null, above: Decimal | null): Decimal | null {
  if (!below || !above) return below ?? above;
  const down = subtractExact(price, below);
  const up = subtractExact(above, price);
  return compareExact(up, down) <= 0 ? above : below;
}

function smallestPositive(endings: readonly Decimal[], period: EndingsPeriod): Decimal {
  const least = endings
    .filter(isPositive)
    .reduce<Decimal | null>((a, b) => (a && compare(a, b) <= 0 ? a : b), null);
  return least ?? make(period, 0);
}
