import {
  baseUnit,
  exchange,
  perUnit,
  unitOf,
  type CurrencyCode,
  type Exact,
  type ItemCost,
  type ItemFacts,
  type Rates,
  type UnitFacts,
} from '@honest-ledger/engine';

/** A cost per one of an item's units, exactly in a currency; null where there is no rate. */
export function unitCost(
  { amount, currency, unit }: Pick<ItemCost, 'amount' | 'currency' | 'unit'>,
  item: ItemFacts,
  into: { readonly unit: UnitFacts; readonly currency: CurrencyCode; readonly rates: Rates },
): Exact | null {
  const each = perUnit(amount, unitOf(item, unit) ?? baseUnit(item), into.unit);
  return exchange(each, currency, into.currency, into.rates);
}
