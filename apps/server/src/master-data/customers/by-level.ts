import { count, eq, isNotNull, sql } from 'drizzle-orm';
import { union } from 'drizzle-orm/pg-core';
import type { Queries } from '../../platform/database/database';
import { customers, levelAssignments, segments } from '../../platform/database/schema/index';

/**
 * How many customers each level is for: theirs, their segment's where they have none of their own, or
 * theirs for some goods. Each customer counts once for a level.
 */
export async function customersByLevel(queries: Queries): Promise<ReadonlyMap<string, number>> {
  const own = queries
    .select({ customer: customers.id, level: sql<string>`coalesce(${DEFAULT_LEVEL})`.as('level') })
    .from(customers)
    .leftJoin(segments, eq(segments.id, customers.segmentId));
  const forGoods = queries
    .select({
      customer: levelAssignments.customerId,
      level: sql<string>`${levelAssignments.levelId}`,
    })
    .from(levelAssignments);
  const all = union(own, forGoods).as('holders');
  const rows = await queries
    .select({ level: all.level, customers: count() })
    .from(all)
    .where(isNotNull(all.level))
    .groupBy(all.level);
  return new Map(rows.map((row) => [row.level, row.customers]));
}

/** How many customers have no level of their own or of their segment: they get the default level. */
export async function customersWithoutLevel(queries: Queries): Promise<number> {
  const [row] = await queries
    .select({ customers: count() })
    .from(customers)
    .leftJoin(segments, eq(segments.id, customers.segmentId))
    .where(sql`coalesce(${DEFAULT_LEVEL}) is null`);
  return row?.customers ?? 0;
}

/** A customer's own level, else the segment's. */
const DEFAULT_LEVEL = sql`${customers.levelId}, ${segments.levelId}`;
