import {
  baseUnit,
  minorDigits,
  print,
  printPercent,
  roundToDigits,
  withDigits,
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

/** Costs are shown with so many decimals at most, markups and margins with these. */
const COST_DIGITS = 6;
const PERCENT_DIGITS = 2;

/** A cost as it is shown: with the currency's decimals, and more where it has them. */
export function shownCost(each: Exact, currency: CurrencyCode): string {
  return print(
    withDigits(roundToDigits(each, COST_DIGITS, 'halfAwayFromZero'), minorDigits(currency)),
  );
}

/** A markup, a margin or a move as it is shown; null where there is none. */
export function shownPercent(value: Exact | null): string | null {
  return printPercent(value, PERCENT_DIGITS);
}
