import type { CompiledBreak } from '../../compile/compile-break';
import {
  compare,
  isPositive,
  make,
  subtract,
  withDigits,
  ZERO,
  type Decimal,
} from '../../number/decimal';
import { multiplyExact, subtractExact, type Exact } from '../../number/exact';
import { roundToIncrement } from '../../number/rounding';
import type { ItemFacts, UnitFacts } from '../../setup/facts';
import type { BreakMeasure, BreakTier } from '../../setup/quantity-break';
import { branch } from '../line/column';
import type { LineInProgress, LinePart } from '../line/line-in-progress';
import { baseUnit, unitOf } from '../line/units';

const ONE = make(1, 0);

/** A part of a line with the tier that prices it; null below the first. */
export interface TierPart extends LinePart {
  readonly tier: BreakTier | null;
}

/**
 * A count as tiers of an incremental break look at it: where it is in a unit that cannot be divided, one
 * that has begun counts, so that 30 pieces in boxes of 12 lie in three boxes.
 */
export function begunUnits(
  { break: { measure } }: CompiledBreak,
  total: Exact,
  { item }: LineInProgress,
): Exact {
  return countedUnit(measure, item).digits === 0 ? roundToIncrement(total, ONE, 'up') : total;
}

/**
 * Splits a line at the thresholds of an incremental break: each tier takes the units inside it. In
 * whole units "from 10" begins with the 10th, so that the first nine stay below; where a unit can be
 * divided, the part up to the threshold stays below. A line that is split goes on in base units; each
 * belongs to the unit of the count in which it lies, and one that lies partly below a threshold stays
 * below.
 * @param start what the lines before it have filled, in the unit of the count
 */
export function splitByTiers(
  { break: { measure } }: CompiledBreak,
  tiers: readonly BreakTier[],
  start: Exact,
  line: LineInProgress,
): TierPart[] {
  const { item, baseQuantity, written, unit, column } = line;
  const base = baseUnit(item);
  const counted = countedUnit(measure, item);
  const ends = [...tiers.map(({ from }) => unitsBelow(from, start, counted, line)), baseQuantity];
  const parts: TierPart[] = [];
  let filled = ZERO;
  ends.forEach((end, place) => {
    const until = compare(end, baseQuantity) < 0 ? end : baseQuantity;
    const quantity = subtract(until, filled);
    if (!isPositive(quantity)) return;
    filled = until;
    const tier = tiers[place - 1] ?? null;
    parts.push({ quantity, unit: base, column: branch(column), tier });
  });
  const [only] = parts;
  // what stays whole stays in its own unit
  return parts.length === 1 && only ? [{ ...only, quantity: written.quantity, unit }] : parts;
}

/** What an incremental break counts in: quantities, in a unit that it names or the base unit. */
function countedUnit(measure: BreakMeasure, item: ItemFacts): UnitFacts {
  const named = measure.kind === 'quantity' ? unitOf(item, measure.unit) : undefined;
  return named ?? baseUnit(item);
}

/** How many base units of a line lie below a threshold, at most with the digits of the base unit. */
function unitsBelow(
  from: Decimal,
  start: Exact,
  counted: UnitFacts,
  { item: { quantityDigits } }: LineInProgress,
): Decimal {
  const edge = counted.digits === 0 ? lastWholeBelow(from) : from;
  const below = multiplyExact(subtractExact(edge, start), counted.factor);
  return withDigits(roundToIncrement(below, make(1, quantityDigits), 'up'), 0);
}

/** The last whole number below a threshold: 9 for 10, 2 for 2.5. */
function lastWholeBelow(from: Decimal): Decimal {
  return subtract(roundToIncrement(from, ONE, 'up'), ONE);
}
