import type { CurrencyCode } from './currency';
import type { Decimal } from './decimal';
import { divide, multiplyExact, type Exact } from './exact';

/** What one unit of the home currency is worth in another: 1 EUR = 163.27 JPY. */
export interface ExchangeRate {
  readonly currency: CurrencyCode;
  /** Units of `currency` per unit of the home currency; above zero. */
  readonly rate: Decimal;
}

/** The rates of a moment, from the home currency to the others. */
export interface Rates {
  readonly home: CurrencyCode;
  readonly to: ReadonlyMap<CurrencyCode, Decimal>;
}

export function ratesOf(home: CurrencyCode, rates: readonly ExchangeRate[]): Rates {
  return { home, to: new Map(rates.map(({ currency, rate }) => [currency, rate])) };
}

/**
 * Converts an amount exactly. Towards the home currency divides by the rate, never multiplies by an
 * inverse, and two foreign currencies go through home: the method of Council Regulation (EC)
 * No 1103/97, article 4, without its roundings (ours come at the places the pricing model names).
 * Null where a rate is missing.
 */
export function exchange(
  amount: Exact,
  from: CurrencyCode,
  to: CurrencyCode,
  rates: Rates,
): Exact | null {
  if (from === to) return amount;
  const [fromRate, toRate] = [rateTo(from, rates), rateTo(to, rates)];
  if (fromRate === undefined || toRate === undefined) return null;
  const atHome = fromRate === null ? amount : divide(amount, fromRate);
  return toRate === null ? atHome : multiplyExact(atHome, toRate);
}

/** Null for the home currency itself, undefined where there is no rate. */
function rateTo(currency: CurrencyCode, { home, to }: Rates): Decimal | null | undefined {
  return currency === home ? null : to.get(currency);
}
