import type { ListOrder, PageAsked } from '@honest-ledger/contracts';
import { asc, count, desc, sql, type SQL } from 'drizzle-orm';
import { PgColumn, type AnyPgColumn, type AnyPgSelect } from 'drizzle-orm/pg-core';
import type { Queries } from './database';

/**
 * The order that is asked for; rows that have nothing there come last either way, and those that are
 * equal in it by what they are known by.
 */
export function inOrder<Sort extends string>(
  { sort, descending }: ListOrder<Sort>,
  columns: Readonly<Record<Sort, AnyPgColumn | SQL>>,
  known: AnyPgColumn,
): SQL[] {
  const direction = descending ? desc : asc;
  const column = columns[sort];
  const first = direction(column);
  // of another table there may be no row
  const isFilled = column instanceof PgColumn && column.notNull && column.table === known.table;
  return [isFilled ? first : sql`${first} nulls last`, direction(known)];
}

/** The rows of a page out of many. */
export function onPage<Rows extends AnyPgSelect>(rows: Rows, { limit, offset }: PageAsked): Rows {
  rows.limit(limit);
  rows.offset(offset);
  return rows;
}

/** How many rows a question has in all. */
export async function countOf(queries: Queries, rows: AnyPgSelect): Promise<number> {
  const [counted] = await queries.select({ total: count() }).from(rows.as('counted'));
  return counted?.total ?? 0;
}
