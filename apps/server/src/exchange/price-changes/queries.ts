import type {
  RepricedPage,
  RepricedPrice,
  RepricedQuery,
  RepricingRow,
  RepricingTotals,
  RepricingView,
} from '@honest-ledger/contracts';
import { and, count, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { countOf, inOrder } from '../../platform/database/pages';
import { everyWordIn, oneOf } from '../../platform/database/patterns';
import {
  drafts,
  items,
  repricingRows,
  repricings,
  users,
} from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';
import { findQuotesWith } from './quotes';

const { leftOut, after, before, belowCost, belowMargin, cost, typed, move, margin, marginBefore } =
  repricingRows;

/** Rows whose prices are to be others, as `changes` has it. */
export const CHANGING = sql`(not ${leftOut} and ${after} is not null and (${before} is null
  or ${before} <> ${after}
  or (${repricingRows.levelId} is not null and ${repricingRows.typedPriceId} is null)))`;
const RAISED = sql`not ${leftOut} and ${after} > ${before}`;
const LOWERED = sql`not ${leftOut} and ${after} < ${before}`;

const ONLY: Readonly<Record<NonNullable<RepricedQuery['only']>, SQL>> = {
  raised: RAISED,
  lowered: LOWERED,
  typed: sql`${typed} is not null`,
  leftOut: sql`${leftOut}`,
  withoutPrice: sql`${after} is null`,
  withoutCost: sql`${cost} is null`,
  belowCost: sql`not ${leftOut} and ${belowCost}`,
  belowMargin: sql`not ${leftOut} and ${belowMargin}`,
};

/** All re-pricings, the latest first. */
export async function findRepricings(queries: Queries): Promise<RepricingRow[]> {
  const rows = await queries
    .select({ one: repricings, by: users.name, rows: count(repricingRows.row) })
    .from(repricings)
    .innerJoin(users, eq(users.id, repricings.byId))
    .leftJoin(repricingRows, eq(repricingRows.repricingId, repricings.id))
    .groupBy(repricings.id, users.id)
    .orderBy(desc(repricings.at));
  return rows.map(({ one, by, rows: total }) => ({
    id: one.id,
    name: one.content.name,
    state: one.state,
    by,
    at: one.at.toISOString(),
    rows: total,
  }));
}

/** A re-pricing as somebody sees it. */
export async function readRepricing(
  queries: Queries,
  id: string,
  viewer: number,
): Promise<RepricingView> {
  const [found] = await queries
    .select({ one: repricings, by: users.name, draft: drafts })
    .from(repricings)
    .innerJoin(users, eq(users.id, repricings.byId))
    .leftJoin(drafts, eq(drafts.id, repricings.draftId))
    .where(eq(repricings.id, id));
  if (!found) throw notFound('This change of prices');
  const { one, by, draft } = found;
  const numbers = await findQuotesWith(queries, id);
  return {
    id,
    content: one.content,
    state: one.state,
    revision: one.revision,
    remark: one.remark,
    by,
    own: one.byId === viewer,
    at: one.at.toISOString(),
    totals: await totalsOf(queries, id),
    quotes: { total: numbers.length, numbers: numbers.slice(0, MOST_QUOTES_NAMED) },
    draft: draft && { id: draft.id, name: draft.name, state: draft.state },
  };
}

const MOST_QUOTES_NAMED = 100;

async function totalsOf(queries: Queries, id: string): Promise<RepricingTotals> {
  const counted = (where: SQL): SQL<number> => sql<number>`(count(*) filter (where ${where}))::int`;
  const mean = (of: SQL): SQL<string | null> => sql<string | null>`round(${of}, 1)::text`;
  const [row] = await queries
    .select({
      rows: sql<number>`count(*)::int`,
      items: sql<number>`count(distinct ${repricingRows.itemId})::int`,
      raised: counted(RAISED),
      lowered: counted(LOWERED),
      fresh: counted(sql`not ${leftOut} and ${before} is null and ${after} is not null`),
      unchanged: counted(sql`not ${leftOut} and ${before} = ${after}`),
      changing: counted(CHANGING),
      leftOut: counted(sql`${leftOut}`),
      withoutPrice: counted(sql`not ${leftOut} and ${after} is null`),
      withoutCost: counted(ONLY.withoutCost),
      belowCost: counted(ONLY.belowCost),
      belowMargin: counted(ONLY.belowMargin),
      meanMove: mean(sql`avg(${move}) filter (where not ${leftOut})`),
      meanMarginBefore: mean(
        sql`avg(${marginBefore}) filter (where not ${leftOut} and ${after} is not null)`,
      ),
      meanMarginAfter: mean(sql`avg(${margin}) filter (where not ${leftOut})`),
    })
    .from(repricingRows)
    .where(eq(repricingRows.repricingId, id));
  if (!row) throw new Error('a count gave no row');
  const extreme = async (order: SQL, where: SQL) => {
    const [found] = await queries
      .select({ item: items.number, move: sql<string>`round(${move}, 1)::text` })
      .from(repricingRows)
      .innerJoin(items, eq(items.id, repricingRows.itemId))
      .where(and(eq(repricingRows.repricingId, id), where, sql`${move} is not null`))
      .orderBy(order, items.number)
      .limit(1);
    return found ?? null;
  };
  return {
    ...row,
    largestRise: await extreme(sql`${move} desc`, RAISED),
    largestFall: await extreme(sql`${move}`, LOWERED),
  };
}

type RowQuery = Pick<RepricedQuery, 'only' | 'text' | 'sort' | 'descending'>;

function selectRows(queries: Queries, id: string, { only, text, ...order }: RowQuery) {
  const sorts = {
    item: items.number,
    name: items.name,
    cost,
    before,
    after,
    move,
    markup: repricingRows.markup,
    margin,
  };
  return queries
    .select({ row: repricingRows, item: items.number, name: items.name })
    .from(repricingRows)
    .innerJoin(items, eq(items.id, repricingRows.itemId))
    .where(
      and(
        eq(repricingRows.repricingId, id),
        only && ONLY[only],
        everyWordIn(text, [items.number, items.name]),
      ),
    )
    .orderBy(
      ...(order.sort === 'item' ? [] : [sql`${sorts[order.sort]} is null`]),
      ...inOrder(order, sorts, repricingRows.row),
    )
    .$dynamic();
}

/** A page of the rows, filtered and in order. */
export async function findRows(
  queries: Queries,
  id: string,
  { offset, limit, ...query }: RepricedQuery,
): Promise<RepricedPage> {
  const rows = await selectRows(queries, id, query).limit(limit).offset(offset);
  const total = await countOf(
    queries,
    queries
      .select({ row: repricingRows.row })
      .from(repricingRows)
      .innerJoin(items, eq(items.id, repricingRows.itemId))
      .where(
        and(
          eq(repricingRows.repricingId, id),
          query.only && ONLY[query.only],
          everyWordIn(query.text, [items.number, items.name]),
        ),
      )
      .$dynamic(),
  );
  return { rows: rows.map(toPrice), total };
}

/** All the rows that a filter lets through. */
export async function findAllRows(
  queries: Queries,
  id: string,
  query: RowQuery,
): Promise<RepricedPrice[]> {
  return (await selectRows(queries, id, query)).map(toPrice);
}

/** Single rows by their places. */
export async function rowsAt(
  queries: Queries,
  id: string,
  places: readonly number[],
): Promise<RepricedPrice[]> {
  const rows = await queries
    .select({ row: repricingRows, item: items.number, name: items.name })
    .from(repricingRows)
    .innerJoin(items, eq(items.id, repricingRows.itemId))
    .where(and(eq(repricingRows.repricingId, id), oneOf(repricingRows.row, places)))
    .orderBy(repricingRows.row);
  return rows.map(toPrice);
}

function toPrice({
  row: {
    repricingId: _,
    itemId: _1,
    levelId,
    inBaseUnit: _2,
    typedPriceId: _3,
    decided: _4,
    ...row
  },
  item,
  name,
}: {
  readonly row: typeof repricingRows.$inferSelect;
  readonly item: string;
  readonly name: string;
}): RepricedPrice {
  const { fromDay: from, untilDay: until, ...rest } = row;
  return { ...rest, item, name, level: levelId, from, until };
}
