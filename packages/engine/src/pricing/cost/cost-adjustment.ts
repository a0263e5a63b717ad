import { addExact, multiplyExact, type Exact } from '../../number/exact';
import { priceAtMargin, priceAtMarkup } from '../../number/markup';
import { fromInteger, isZero, multiply, subtract, ZERO, type Decimal } from '../../number/decimal';
import type { CostAdjustment } from '../../setup/cost-table';

const ONE = fromInteger(1);
const HUNDRED = fromInteger(100);

/** An adjustment that leads to a price. */
export type PricingCostAdjustment = Exclude<CostAdjustment, { kind: 'byRequest' }>;

/**
 * The price of a cost per base unit. Percentage points raise a band's markup or margin; a
 * multiplier of m counts as a markup of (m - 1) x 100; amounts and set prices take no points.
 */
export function priceOfCost(
  cost: Exact,
  adjustment: PricingCostAdjustment,
  points: Decimal = ZERO,
): Exact {
  switch (adjustment.kind) {
    case 'multiplier':
      if (isZero(points)) return multiplyExact(cost, adjustment.factor);
      return priceAtMarkup(
        cost,
        addExact(multiply(subtract(adjustment.factor, ONE), HUNDRED), points),
      );
    case 'markup':
      return priceAtMarkup(cost, addExact(adjustment.percent, points));
    case 'margin':
      return priceAtMargin(cost, addExact(adjustment.percent, points));
    case 'amount':
      return addExact(cost, adjustment.amount);
    case 'set':
      return adjustment.price;
  }
}

/** The same with its amounts per another unit, of which a factor makes base units. */
export function perFactor(
  adjustment: PricingCostAdjustment,
  factor: Decimal,
): PricingCostAdjustment {
  switch (adjustment.kind) {
    case 'multiplier':
    case 'markup':
    case 'margin':
      return adjustment;
    case 'amount':
      return { ...adjustment, amount: multiply(adjustment.amount, factor) };
    case 'set':
      return { ...adjustment, price: multiply(adjustment.price, factor) };
  }
}

/** Whether units sold change what it makes. */
export function takesPoints({ kind }: CostAdjustment): boolean {
  return kind === 'multiplier' || kind === 'markup' || kind === 'margin';
}
