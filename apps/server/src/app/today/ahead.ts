import { DAYS_AHEAD, type TodayEvent, type TodayTotal } from '@honest-ledger/contracts';
import { decimal, minorDigits, print, withDigits, type Setup } from '@honest-ledger/engine';
import { and, asc, between, count, eq, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { documents, levelAssignments } from '../../platform/database/schema/index';

/** From today to the last day that is told beforehand; ISO 8601, both included. */
export interface DaysAhead {
  readonly first: string;
  readonly last: string;
}

export function daysAhead(now: Date): DaysAhead {
  const last = new Date(now);
  last.setUTCDate(last.getUTCDate() + DAYS_AHEAD);
  return { first: now.toISOString().slice(0, 10), last: last.toISOString().slice(0, 10) };
}

/** What begins and what ends soon under a setup, and which quotes stop holding their prices. */
export async function eventsAhead(
  queries: Queries,
  setup: Setup,
  days: DaysAhead,
): Promise<TodayEvent[]> {
  const events = [
    ...setup.rules.flatMap(({ id, name, validity }) =>
      ofWindow({ kind: 'rule', key: id, name }, validity.days, days),
    ),
    ...setup.levels.flatMap(({ id, name, window }) =>
      ofWindow({ kind: 'level', key: id, name }, window, days),
    ),
    ...(await assignmentsAhead(queries, setup, days)),
    ...(await quotesAhead(queries, days)),
  ];
  return events.toSorted(
    (a, b) => compare(a.day, b.day) || compare(a.kind, b.kind) || compare(a.name, b.name),
  );
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

interface Window {
  readonly from: string | null;
  readonly until: string | null;
}

function ofWindow(
  what: Pick<TodayEvent, 'kind' | 'key' | 'name'>,
  { from, until }: Window,
  days: DaysAhead,
): TodayEvent[] {
  const told = (day: string | null, happens: TodayEvent['happens']): TodayEvent[] =>
    day !== null && day >= days.first && day <= days.last
      ? [{ ...what, day, happens, count: 1, totals: [] }]
      : [];
  return [...told(from, 'begins'), ...told(until, 'ends')];
}

/** Levels that are assigned from or until a day, with how many customers have them. */
async function assignmentsAhead(
  queries: Queries,
  { levels }: Setup,
  { first, last }: DaysAhead,
): Promise<TodayEvent[]> {
  const names = new Map(levels.map(({ id, name }): [string, string] => [id, name]));
  const onDay = async (
    column: 'fromDay' | 'untilDay',
    happens: TodayEvent['happens'],
  ): Promise<TodayEvent[]> => {
    const day = levelAssignments[column];
    const rows = await queries
      .select({
        day: sql<string>`${day}::text`,
        key: levelAssignments.levelId,
        count: sql<number>`count(distinct ${levelAssignments.customerId})::int`,
      })
      .from(levelAssignments)
      .where(between(day, first, last))
      .groupBy(day, levelAssignments.levelId);
    return rows.map((row) => ({
      ...row,
      kind: 'assignment',
      happens,
      name: names.get(row.key) ?? '',
      totals: [],
    }));
  };
  return [...(await onDay('fromDay', 'begins')), ...(await onDay('untilDay', 'ends'))];
}

/** Open quotes whose prices are held until a day soon. */
async function quotesAhead(queries: Queries, { first, last }: DaysAhead): Promise<TodayEvent[]> {
  const rows = await queries
    .select({
      day: documents.validUntil,
      currency: documents.currency,
      count: count(),
      amount: sql<string>`sum(${documents.total})`,
    })
    .from(documents)
    .where(
      and(
        eq(documents.kind, 'quote'),
        eq(documents.state, 'open'),
        between(documents.validUntil, first, last),
      ),
    )
    .groupBy(documents.validUntil, documents.currency)
    .orderBy(asc(documents.validUntil), asc(documents.currency));
  const days = [...new Set(rows.map(({ day }) => day ?? ''))];
  return days.map((day): TodayEvent => {
    const ofDay = rows.filter((row) => row.day === day);
    return {
      kind: 'quotes',
      day,
      happens: 'ends',
      key: '',
      name: '',
      count: ofDay.reduce((sum, { count: quotes }) => sum + quotes, 0),
      totals: ofDay.map(({ currency, amount }): TodayTotal => ({
        currency,
        amount: print(withDigits(decimal(amount), minorDigits(currency))),
      })),
    };
  });
}
