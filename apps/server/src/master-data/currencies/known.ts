import { decimal, type ExchangeRate } from '@honest-ledger/engine';
import { asc, desc, lte } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { exchangeRates } from '../../platform/database/schema/index';

/** Of each currency the rate that counts at an instant: the one that began last. */
export async function ratesAt(queries: Queries, now: Date): Promise<ExchangeRate[]> {
  const rows = await queries
    .selectDistinctOn([exchangeRates.currency], {
      currency: exchangeRates.currency,
      rate: exchangeRates.rate,
    })
    .from(exchangeRates)
    .where(lte(exchangeRates.from, now))
    .orderBy(asc(exchangeRates.currency), desc(exchangeRates.from));
  return rows.map(({ currency, rate }) => ({ currency, rate: decimal(rate) }));
}

/** The currencies that a price can be in: home, and those that have or will have a rate. */
export async function knownCurrencies(queries: Queries, home: string): Promise<string[]> {
  const rows = await queries
    .selectDistinct({ currency: exchangeRates.currency })
    .from(exchangeRates)
    .orderBy(asc(exchangeRates.currency));
  return [home, ...rows.map(({ currency }) => currency)];
}
