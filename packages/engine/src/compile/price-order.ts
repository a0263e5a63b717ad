import { compare } from '../number/decimal';
import { byStart, type DatedPrice } from '../setup/dates';

/**
 * Dated prices in the order in which they are tried: the highest minimum quantity first, dated
 * before undated, the later start first, then the order of the list.
 */
export function inPriceOrder<T extends DatedPrice>(
  groups: ReadonlyMap<string, readonly T[]>,
): ReadonlyMap<string, readonly T[]> {
  const order = (a: T, b: T): number =>
    compare(b.minQuantity, a.minQuantity) || byStart(a.window, b.window);
  return new Map(
    [...groups].map(([key, group]) => [key, group.length > 1 ? group.toSorted(order) : group]),
  );
}
