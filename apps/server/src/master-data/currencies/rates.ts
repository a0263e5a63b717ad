import type { RateEdit, RateRow } from '@honest-ledger/contracts';
import { and, asc, desc, eq } from 'drizzle-orm';
import { record, type Actor } from '../../platform/changes/record';
import type { Queries, Transaction } from '../../platform/database/database';
import { exchangeRates, users } from '../../platform/database/schema/index';
import { refused } from '../../platform/http/problems';
import { settingsInForce } from '../in-force/queries';

/** How many rates the list shows: the latest of each currency come first. */
const LISTED = 500;

export async function findRates(queries: Queries): Promise<RateRow[]> {
  const rows = await queries
    .select()
    .from(exchangeRates)
    .orderBy(desc(exchangeRates.from), asc(exchangeRates.currency))
    .limit(LISTED);
  return rows.map(({ from, ...row }) => ({ ...row, from: from.toISOString() }));
}

/** Keeps a rate from an instant on; one of the same currency and instant is put right. */
export async function saveRate(
  transaction: Transaction,
  { currency, from, rate }: RateEdit,
  actor: Actor,
): Promise<void> {
  const { homeCurrency } = await settingsInForce(transaction);
  if (currency === homeCurrency) {
    throw refused([{ path: 'currency', sentence: `${currency} is the home currency itself` }]);
  }
  const at = new Date(from);
  const same = and(eq(exchangeRates.currency, currency), eq(exchangeRates.from, at));
  const [before] = await transaction.select().from(exchangeRates).where(same);
  const [by] = await transaction
    .select({ name: users.name })
    .from(users)
    .where(eq(users.id, actor.id));
  const row = { currency, from: at, rate, source: by?.name ?? '' };
  await transaction
    .insert(exchangeRates)
    .values(row)
    .onConflictDoUpdate({
      target: [exchangeRates.currency, exchangeRates.from],
      set: { rate, source: row.source },
    });
  await record(transaction, actor, {
    kind: 'rate',
    key: currency,
    name: `${homeCurrency} to ${currency}`,
    action: before ? 'changed' : 'made',
    before: before ?? null,
    after: row,
  });
}
