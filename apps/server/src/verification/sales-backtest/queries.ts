import type {
  SalesBacktestFilter,
  SalesBacktestLine,
  SalesBacktestPage,
  SalesBacktestQuery,
  SalesBacktestSum,
  SalesBacktestView,
} from '@honest-ledger/contracts';
import { add, decimal, print } from '@honest-ledger/engine';
import { and, asc, count, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { everyWordIn } from '../../platform/database/patterns';
import {
  customers,
  documents,
  salesBacktest,
  salesBacktestLines,
  salesBacktestParts,
  users,
} from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';

/** Causes that are told with how many lines they are of. */
const MAX_CAUSES = 12;

/** What was priced again lately, the latest first. */
export async function findSalesBacktest(queries: Queries): Promise<SalesBacktestView[]> {
  const runs = await queries
    .select({ id: salesBacktest.id })
    .from(salesBacktest)
    .orderBy(desc(salesBacktest.startedAt));
  const found = [];
  for (const { id } of runs) found.push(await readSalesBacktest(queries, id));
  return found;
}

export async function readSalesBacktest(queries: Queries, id: string): Promise<SalesBacktestView> {
  const [run] = await queries
    .select({ own: salesBacktest, by: users.name })
    .from(salesBacktest)
    .innerJoin(users, eq(users.id, salesBacktest.startedBy))
    .where(eq(salesBacktest.id, id));
  if (!run) throw notFound('This pricing of past sales');
  const parts = await queries
    .select()
    .from(salesBacktestParts)
    .where(eq(salesBacktestParts.runId, id));
  const [counted] = await queries
    .select({
      different: sql<number>`count(*) filter (where ${NOW} is distinct from ${WAS})::int`,
      faults: sql<number>`count(*) filter (where ${salesBacktestLines.fault})::int`,
      unpriced: sql<number>`count(*) filter (where ${NOW} is null)::int`,
    })
    .from(salesBacktestLines)
    .where(eq(salesBacktestLines.runId, id));
  const done = parts.filter((part) => part.done);
  const salesIn = (some: typeof parts): number =>
    some.reduce((sum, { sales }) => sum + sales.length, 0);
  const { by, state, problem, startedAt } = run.own;
  const asked = { ...run.own.asked, withoutTyped: run.own.asked.withoutTyped ?? 'none' };
  return {
    id,
    asked,
    by,
    startedAt: startedAt.toISOString(),
    startedBy: run.by,
    state: state === 'running' && done.length === parts.length ? 'done' : state,
    problem,
    sales: salesIn(parts),
    salesDone: salesIn(done),
    lines: done.reduce((sum, { lines }) => sum + lines, 0),
    older: done.reduce((sum, { older }) => sum + older, 0),
    different: counted?.different ?? 0,
    faults: counted?.faults ?? 0,
    unpriced: counted?.unpriced ?? 0,
    typed: done.reduce((sum, { typed }) => sum + typed, 0),
    sums: sumsOf(done.flatMap(({ sums }) => sums)),
    causes: await causesOf(queries, id),
  };
}

const { was: WAS, now: NOW } = salesBacktestLines;

function sumsOf(parts: readonly SalesBacktestSum[]): readonly SalesBacktestSum[] {
  const sums = new Map<string, SalesBacktestSum>();
  for (const { currency, was, now } of parts) {
    const known = sums.get(currency) ?? { currency, was: '0', now: '0' };
    const plus = (a: string, b: string): string => print(add(decimal(a), decimal(b)));
    sums.set(currency, { currency, was: plus(known.was, was), now: plus(known.now, now) });
  }
  return [...sums.values()].sort((a, b) => a.currency.localeCompare(b.currency));
}

/** Figures in a cause are of one line: what many have in common is what stands before them. */
async function causesOf(queries: Queries, id: string): Promise<SalesBacktestView['causes']> {
  const { rows } = await queries.execute<{ cause: string; lines: number }>(
    sql`select split_part(cause, ': ', 1) as cause, count(*)::int as lines
      from ${salesBacktestLines}, unnest(${salesBacktestLines.causes}) as cause
      where ${salesBacktestLines.runId} = ${id}
      group by 1 order by 2 desc, 1 limit ${MAX_CAUSES}`,
  );
  return rows.map(({ cause, lines }) => ({ cause, lines }));
}

/** The lines that come out otherwise, and how far they moved. */
export async function findLinesAgain(
  queries: Queries,
  id: string,
  { limit, offset, ...filter }: SalesBacktestQuery,
): Promise<SalesBacktestPage> {
  const where = matching(id, filter);
  const [counted] = await queries
    .select({ total: count() })
    .from(salesBacktestLines)
    .innerJoin(documents, eq(documents.number, salesBacktestLines.sale))
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .where(where);
  const rows = await selectLines(queries, where).limit(limit).offset(offset);
  return {
    rows: rows.map(toLine),
    total: counted?.total ?? 0,
    spread: await spreadOf(queries, where),
  };
}

/** All of them, for a file. */
export async function findAllLinesAgain(
  queries: Queries,
  id: string,
  filter: SalesBacktestFilter,
): Promise<SalesBacktestLine[]> {
  return (await selectLines(queries, matching(id, filter))).map(toLine);
}

function matching(id: string, { kind, text }: SalesBacktestFilter): SQL | undefined {
  const kinds = {
    higher: sql`${NOW} > ${WAS}`,
    lower: sql`${NOW} < ${WAS}`,
    noPrice: sql`${NOW} is null`,
    fault: sql`${salesBacktestLines.fault}`,
  };
  const causes = sql`array_to_string(${salesBacktestLines.causes}, ' ')`;
  return and(
    eq(salesBacktestLines.runId, id),
    kind && kinds[kind],
    everyWordIn(text, [salesBacktestLines.item, salesBacktestLines.name, customers.name, causes]),
  );
}

function selectLines(queries: Queries, where: SQL | undefined) {
  return queries
    .select({
      line: salesBacktestLines,
      soldAt: documents.settledAt,
      currency: documents.currency,
      customer: customers.name,
      change: sql<string | null>`${NOW} - ${WAS}`,
      percent: sql<string | null>`round((${NOW} - ${WAS}) * 100 / nullif(${WAS}, 0), 2)`,
    })
    .from(salesBacktestLines)
    .innerJoin(documents, eq(documents.number, salesBacktestLines.sale))
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .where(where)
    .orderBy(
      desc(salesBacktestLines.fault),
      sql`abs(coalesce(${NOW}, 0) - ${WAS}) desc`,
      asc(salesBacktestLines.id),
    );
}

type Selected = Awaited<ReturnType<typeof selectLines>>[number];

function toLine({
  line,
  soldAt,
  currency,
  customer,
  change,
  percent,
}: Selected): SalesBacktestLine {
  const { sale, item, name, quantity, unit, was, now, fault, causes } = line;
  return {
    sale,
    soldAt: soldAt?.toISOString() ?? '',
    customer: customer ?? '',
    item,
    name,
    quantity,
    unit,
    currency,
    was,
    now,
    change,
    percent,
    kind: fault ? 'fault' : now === null ? 'noPrice' : change?.startsWith('-') ? 'lower' : 'higher',
    causes,
  };
}

/** Lines by how many whole percents they moved, down and up to 50. */
async function spreadOf(
  queries: Queries,
  where: SQL | undefined,
): Promise<SalesBacktestPage['spread']> {
  const percent = sql`floor((${NOW} - ${WAS}) * 100 / nullif(${WAS}, 0))`;
  const step = sql<number>`least(greatest(${percent}, -50), 50)::int`;
  const rows = await queries
    .select({ from: step, lines: count() })
    .from(salesBacktestLines)
    .innerJoin(documents, eq(documents.number, salesBacktestLines.sale))
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .where(and(where, sql`${NOW} is not null and ${WAS} <> 0`))
    .groupBy(step)
    .orderBy(step);
  return rows;
}
