import type { Decimal } from '../../number/decimal';
import { addExact, percentOfExact, type Exact } from '../../number/exact';
import type { ItemFacts, UnitFacts } from '../../setup/facts';
import type { UnitCode } from '../../setup/goods';
import type { Adjusting, Adjustment } from '../../setup/level';
import { bandAt } from '../cost/band-at';
import { priceOfCost } from '../cost/cost-adjustment';
import type { LineInProgress } from '../line/line-in-progress';
import { perUnit, unitOf } from '../line/units';

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

/** The unit that an adjustment's amount is per where the item does not have it; else null. */
export function unknownUnit(adjustment: Adjustment, item: ItemFacts): UnitCode | null {
  if (!('unit' in adjustment) || adjustment.unit === null) return null;
  return unitOf(item, adjustment.unit) ? null : adjustment.unit;
}

/** The basis with the adjustment made, exactly; below zero where more is taken than is there. */
export function adjusted(basis: Exact, adjustment: Adjustment, line: LineInProgress): Exact {
  switch (adjustment.kind) {
    case 'percent':
      return withPercent(basis, adjustment.percent);
    case 'amount':
      return addExact(basis, toPricingUnit(adjustment.amount, adjustment.unit, line));
    case 'percentAndAmount':
      return addExact(
        withPercent(basis, adjustment.percent),
        toPricingUnit(adjustment.amount, adjustment.unit, line),
      );
    case 'set':
      return toPricingUnit(adjustment.price, adjustment.unit, line);
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
function toPricingUnit(amount: Decimal, unit: UnitCode | null, line: LineInProgress): Exact {
  return perUnit(amount, unitOf(line.item, unit) ?? line.pricingUnit, line.pricingUnit);
}
