import type { Decimal } from '../number/decimal';
import { addExact, percentOfExact, type Exact } from '../number/exact';
import type { ItemFacts, UnitFacts } from '../setup/facts';
import type { UnitCode } from '../setup/goods';
import type { Adjusting, Adjustment } from '../setup/level';
import { bandAt } from './band-at';
import { priceOfCost } from './cost-adjustment';
import type { LineInProgress } from './line-in-progress';
import { perUnit, unitOf } from './units';

/**
 * What an entry does to a basis: its one adjustment, or that of the band which a price of a pricing
 * unit (or a cost, where bands are by cost) lies in; null below the first band.
 */
export function adjustmentFor(
  adjusting: Adjusting,
  measured: Exact,
  { factor }: UnitFacts,
): Adjustment | null {
  if (adjusting.kind === 'plain') return adjusting.adjustment;
  // Thresholds are prices of a base unit, so they are multiplied to the pricing unit.
  return bandAt(adjusting.bands, measured, factor)?.adjustment ?? null;
}

/** The first unit that an entry's amounts are per and that the item does not have; null for none. */
export function unknownUnit(adjusting: Adjusting, item: ItemFacts): UnitCode | null {
  if (adjusting.kind === 'plain') return unknownIn(adjusting.adjustment, item);
  for (const { adjustment } of adjusting.bands) {
    const unknown = unknownIn(adjustment, item);
    if (unknown !== null) return unknown;
  }
  return null;
}

function unknownIn(adjustment: Adjustment, item: ItemFacts): UnitCode | null {
  if (!('unit' in adjustment) || adjustment.unit === null) return null;
  return unitOf(item, adjustment.unit) ? null : adjustment.unit;
}

/** The basis with the adjustment made, exactly; below zero where more is taken than is there. */
export function adjusted(basis: Exact, adjustment: Adjustment, work: LineInProgress): Exact {
  switch (adjustment.kind) {
    case 'percent':
      return withPercent(basis, adjustment.percent);
    case 'amount':
      return addExact(basis, toPricingUnit(adjustment.amount, adjustment.unit, work));
    case 'percentAndAmount':
      return addExact(
        withPercent(basis, adjustment.percent),
        toPricingUnit(adjustment.amount, adjustment.unit, work),
      );
    case 'set':
      return toPricingUnit(adjustment.price, adjustment.unit, work);
    case 'multiplier':
    case 'markup':
    case 'margin':
      return priceOfCost(basis, adjustment);
  }
}

function withPercent(basis: Exact, percent: Decimal): Exact {
  return addExact(basis, percentOfExact(basis, percent));
}

/** The caller has made sure that the item has the unit. */
function toPricingUnit(amount: Decimal, unit: UnitCode | null, work: LineInProgress): Exact {
  return perUnit(amount, unitOf(work.item, unit) ?? work.pricingUnit, work.pricingUnit);
}
