import type { CompiledBreak } from '../compile/compile-break';
import {
  compare,
  isPositive,
  make,
  subtract,
  withDigits,
  ZERO,
  type Decimal,
} from '../number/decimal';
import { multiplyExact, subtractExact, type Exact } from '../number/exact';
import { roundToIncrement } from '../number/rounding';
import type { UnitFacts } from '../setup/facts';
import type { BreakTier } from '../setup/quantity-break';
import { branch } from './column';
import type { LineInProgress, LinePart } from './line-in-progress';
import { baseUnit, unitOf } from './units';

/** A part of a line with the tier that prices it; null below the first. */
export interface TierPart extends LinePart {
  readonly tier: BreakTier | null;
}

/**
 * Splits a line at the thresholds of an incremental break: each tier takes the units inside it. In
 * whole units "from 10" begins with the 10th, so that the first nine stay below; where a unit can be
 * divided, the part up to the threshold stays below. A line that is split goes on in base units, and
 * a base unit that lies partly below a threshold stays below.
 * @param start what the lines before it have filled, in the unit of the count
 */
export function splitByTiers(
  { break: { measure } }: CompiledBreak,
  tiers: readonly BreakTier[],
  start: Exact,
  work: LineInProgress,
): TierPart[] {
  const { item, baseQuantity, line, unit, column } = work;
  const base = baseUnit(item);
  const counted = measure.kind === 'quantity' ? (unitOf(item, measure.unit) ?? base) : base;
  const ends = [...tiers.map(({ from }) => unitsBelow(from, start, counted, work)), baseQuantity];
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
  return parts.length === 1 && only ? [{ ...only, quantity: line.quantity, unit }] : parts;
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
  return subtract(roundToIncrement(from, make(1, 0), 'up'), make(1, 0));
}
