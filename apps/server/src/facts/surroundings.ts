import {
  decimal,
  type DocumentFacts,
  type ExchangeRate,
  type OutletFacts,
} from '@honest-ledger/engine';
import { asc, desc, eq, lte } from 'drizzle-orm';
import { customerFacts } from '../customers/customer-facts';
import type { Queries } from '../database/database';
import { exchangeRates, outletLevels, outlets } from '../database/schema/index';
import { Problem } from '../http/problems';
import { localTime } from './local-time';

/** The zone of documents that are made at no outlet. */
export const NO_OUTLETS_ZONE = 'UTC';

/** All facts around the lines of a document at an instant, but for its items and its uses of rules. */
export async function surroundings(
  queries: Queries,
  { customer, outlet }: { readonly customer: string | null; readonly outlet: string | null },
  now: Date,
): Promise<Omit<DocumentFacts, 'items'>> {
  const found = outlet === null ? null : await outletFacts(queries, outlet);
  return {
    local: localTime(now, found?.timeZone ?? NO_OUTLETS_ZONE),
    outlet: found,
    customer: customer === null ? null : await customerFacts(queries, customer),
    rates: await ratesAt(queries, now),
    ruleUses: [],
    bought: null,
    setUpPaid: [],
    tax: null,
  };
}

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

export async function outletFacts(queries: Queries, code: string): Promise<OutletFacts> {
  const [row] = await queries.select().from(outlets).where(eq(outlets.code, code));
  if (!row) throw new Problem(422, `There is no outlet ${code}.`);
  const allowed = await queries
    .select({ id: outletLevels.levelId })
    .from(outletLevels)
    .where(eq(outletLevels.outletId, row.id))
    .orderBy(asc(outletLevels.levelId));
  return {
    code: row.code,
    name: row.name,
    timeZone: row.timeZone,
    level: row.levelId,
    levelsAllowed: row.onlyListedLevels ? allowed.map(({ id }) => id) : null,
  };
}

/** The currencies that a price can be in: home, and those that have or will have a rate. */
export async function knownCurrencies(queries: Queries, home: string): Promise<string[]> {
  const rows = await queries
    .selectDistinct({ currency: exchangeRates.currency })
    .from(exchangeRates)
    .orderBy(asc(exchangeRates.currency));
  return [home, ...rows.map(({ currency }) => currency)];
}
