import type { TodayMargins, TodayWeek } from '@honest-ledger/contracts';
import {
  decimal,
  marginOf,
  minorDigits,
  print,
  printPercent,
  withDigits,
} from '@honest-ledger/engine';
import { sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { documentLines, documents, firm, outlets } from '../../platform/database/schema/index';

/** This week and the twelve before it. */
const WEEKS = 13;

interface SoldRow extends Record<string, unknown> {
  readonly monday: string;
  readonly amount: string;
  readonly with_cost: string | null;
  readonly cost: string | null;
}

/**
 * What was sold by week, in the home currency, and at which margin over costs as they were when it was
 * priced. A line whose cost nobody knows is in the amount and not in the margin.
 */
export async function weeklyMargins(
  queries: Queries,
  homeCurrency: string,
  now: Date,
): Promise<TodayMargins> {
  const first = mondayOf(now);
  first.setUTCDate(first.getUTCDate() - 7 * (WEEKS - 1));
  const since = first.toISOString();
  const sold = await queries.execute<SoldRow>(sql`
    select
      to_char(date_trunc('week', ${documents.settledAt} at time zone coalesce(${outlets.timeZone}, 'UTC')), 'YYYY-MM-DD') as monday,
      sum(net) as amount,
      sum(net) filter (where priced->'cost'->>'amount' is not null) as with_cost,
      sum(rtrim(priced->'cost'->>'amount', '.')::numeric) as cost
    from ${documents}
    join ${documentLines} on ${documentLines.documentNumber} = ${documents.number}
    left join ${outlets} on ${outlets.id} = ${documents.outletId}
    where ${isCounted(since)} and ${documents.currency} = ${homeCurrency} and net is not null
    group by monday`);
  const [others] = (
    await queries.execute<{ count: number }>(
      sql`select count(*)::int as count from ${documents} where ${isCounted(since)} and ${documents.currency} <> ${homeCurrency}`,
    )
  ).rows;
  const [settings] = await queries.select({ target: firm.marginTarget }).from(firm);
  const byWeek = new Map(sold.rows.map((row): [string, SoldRow] => [row.monday, row]));
  return {
    homeCurrency,
    target: settings?.target ?? null,
    weeks: Array.from({ length: WEEKS }, (_, at) => {
      const monday = new Date(first);
      monday.setUTCDate(monday.getUTCDate() + 7 * at);
      return week(monday.toISOString().slice(0, 10), byWeek, homeCurrency);
    }),
    otherCurrencies: others?.count ?? 0,
  };
}

function isCounted(since: string) {
  return sql`${documents.kind} = 'sale' and ${documents.state} = 'posted' and ${documents.settledAt} >= ${since}`;
}

function week(
  monday: string,
  byWeek: ReadonlyMap<string, SoldRow>,
  homeCurrency: string,
): TodayWeek {
  const sold = byWeek.get(monday);
  const margin =
    sold?.with_cost && sold.cost ? marginOf(decimal(sold.with_cost), decimal(sold.cost)) : null;
  return {
    monday,
    margin: margin && printPercent(margin),
    amount: print(withDigits(decimal(sold?.amount ?? '0'), minorDigits(homeCurrency))),
  };
}

function mondayOf(now: Date): Date {
  const day = new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth(), now.getUTCDate()));
  day.setUTCDate(day.getUTCDate() - ((day.getUTCDay() + 6) % 7));
  return day;
}
