import { fromInteger } from '../../number/decimal';
import { divide, multiplyExact, type Exact } from '../../number/exact';
import type { ItemFacts, UnitFacts } from '../../setup/facts';
import type { UnitCode } from '../../setup/goods';

const ONE = fromInteger(1);

/** What an item says of its units. */
type UnitsOfItem = Pick<ItemFacts, 'unit' | 'quantityDigits' | 'units'>;

export function baseUnit({ unit, quantityDigits }: UnitsOfItem): UnitFacts {
  return { unit, factor: ONE, digits: quantityDigits };
}

/** An item's unit by its code, the base unit for null; undefined where the item does not have it. */
export function unitOf(item: UnitsOfItem, unit: UnitCode | null): UnitFacts | undefined {
  if (unit === null || unit === item.unit) return baseUnit(item);
  return item.units.find((one) => one.unit === unit);
}

/** An amount per one unit as an amount per another of the same item, exactly. */
export function perUnit(amount: Exact, from: UnitFacts, to: UnitFacts): Exact {
  if (from.unit === to.unit) return amount;
  return divide(multiplyExact(amount, to.factor), from.factor);
}
