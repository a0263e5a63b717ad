import type {
  RepricedPage,
  RepricedPrice,
  RepricedQuery,
  PriceChangeRow,
  PriceChangeTotals,
  PriceChangeView,
} from '@honest-ledger/contracts';
import { and, count, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { countOf, inOrder } from '../../platform/database/pages';
import { everyWordIn, inList } from '../../platform/database/patterns';
import {
  drafts,
  items,
  priceChangeRows,
  priceChanges,
  users,
} from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';
import { findQuotesWith } from './quotes';

const { leftOut, after, before, belowCost, belowMargin, cost, typed, move, margin, marginBefore } =
  priceChangeRows;

/** Rows whose prices are to be others, as `changes` has it. */
export const CHANGING = sql`(not ${leftOut} and ${after} is not null and (${before} is null
  or ${before} <> ${after}
  or (${priceChangeRows.levelId} is not null and ${priceChangeRows.typedPriceId} is null)))`;
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

/** All price changes, the latest first. */
export async function findPriceChanges(queries: Queries): Promise<PriceChangeRow[]> {
  const rows = await queries
    .select({ one: priceChanges, by: users.name, rows: count(priceChangeRows.row) })
    .from(priceChanges)
    .innerJoin(users, eq(users.id, priceChanges.byId))
    .leftJoin(priceChangeRows, eq(priceChangeRows.priceChangeId, priceChanges.id))
    .groupBy(priceChanges.id, users.id)
    .orderBy(desc(priceChanges.at));
  return rows.map(({ one, by, rows: total }) => ({
    id: one.id,
    name: one.content.name,
    state: one.state,
    by,
    at: one.at.toISOString(),
    rows: total,
  }));
}

/** A price change as somebody sees it. */
export async function readPriceChange(
  queries: Queries,
  id: string,
  viewer: number,
): Promise<PriceChangeView> {
  const [found] = await queries
    .select({ one: priceChanges, by: users.name, draft: drafts })
    .from(priceChanges)
    .innerJoin(users, eq(users.id, priceChanges.byId))
    .leftJoin(drafts, eq(drafts.id, priceChanges.draftId))
    .where(eq(priceChanges.id, id));
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
    quotes: { total: numbers.length, numbers: numbers.slice(0, MAX_QUOTES_NAMED) },
    draft: draft && { id: draft.id, name: draft.name, state: draft.state },
  };
}

const MAX_QUOTES_NAMED = 100;

async function totalsOf(queries: Queries, id: string): Promise<PriceChangeTotals> {
  const counted = (where: SQL): SQL<number> => sql<number>`(count(*) filter (where ${where}))::int`;
  const mean = (of: SQL): SQL<string | null> => sql<string | null>`round(${of}, 1)::text`;
  const [row] = await queries
    .select({
      rows: sql<number>`count(*)::int`,
      items: sql<number>`count(distinct ${priceChangeRows.itemId})::int`,
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
    .from(priceChangeRows)
    .where(eq(priceChangeRows.priceChangeId, id));
  if (!row) throw new Error('a count gave no row');
  const extreme = async (order: SQL, where: SQL) => {
    const [found] = await queries
      .select({ item: items.number, move: sql<string>`round(${move}, 1)::text` })
      .from(priceChangeRows)
      .innerJoin(items, eq(items.id, priceChangeRows.itemId))
      .where(and(eq(priceChangeRows.priceChangeId, id), where, sql`${move} is not null`))
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
    markup: priceChangeRows.markup,
    margin,
  };
  return queries
    .select({ row: priceChangeRows, item: items.number, name: items.name })
    .from(priceChangeRows)
    .innerJoin(items, eq(items.id, priceChangeRows.itemId))
    .where(
      and(
        eq(priceChangeRows.priceChangeId, id),
        only && ONLY[only],
        everyWordIn(text, [items.number, items.name]),
      ),
    )
    .orderBy(
      ...(order.sort === 'item' ? [] : [sql`${sorts[order.sort]} is null`]),
      ...inOrder(order, sorts, priceChangeRows.row),
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
      .select({ row: priceChangeRows.row })
      .from(priceChangeRows)
      .innerJoin(items, eq(items.id, priceChangeRows.itemId))
      .where(
        and(
          eq(priceChangeRows.priceChangeId, id),
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
    .select({ row: priceChangeRows, item: items.number, name: items.name })
    .from(priceChangeRows)
    .innerJoin(items, eq(items.id, priceChangeRows.itemId))
    .where(and(eq(priceChangeRows.priceChangeId, id), inList(priceChangeRows.row, places)))
    .orderBy(priceChangeRows.row);
  return rows.map(toPrice);
}

function toPrice({
  row: {
    priceChangeId: _,
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
  readonly row: typeof priceChangeRows.$inferSelect;
  readonly item: string;
  readonly name: string;
}): RepricedPrice {
  const { fromDay: from, untilDay: until, ...rest } = row;
  return { ...rest, item, name, level: levelId, from, until };
}
