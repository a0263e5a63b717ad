import type { CustomerFacts, LevelAssignment } from '@honest-ledger/engine';
import { asc, eq } from 'drizzle-orm';
import { reachOf, readGoodsCodes } from '../catalogue/goods-codes';
import type { Queries } from '../database/database';
import { customers, levelAssignments, segments } from '../database/schema/index';
import { notFound } from '../http/problems';

/** What pricing can ask of a customer, as it is now. */
export async function customerFacts(queries: Queries, code: string): Promise<CustomerFacts> {
  const [row] = await queries
    .select({ customer: customers, segment: segments })
    .from(customers)
    .leftJoin(segments, eq(segments.id, customers.segmentId))
    .where(eq(customers.code, code));
  if (!row) throw notFound(`Customer ${code}`);
  const { customer, segment } = row;
  return {
    code: customer.code,
    name: customer.name,
    segment: segment && { code: segment.code, name: segment.name, level: segment.levelId },
    level: customer.levelId,
    assignments: await assignmentsOf(queries, customer.id),
  };
}

/** A customer's levels for some of the goods, in their order. */
export async function assignmentsOf(
  queries: Queries,
  customerId: number,
): Promise<LevelAssignment[]> {
  const rows = await queries
    .select()
    .from(levelAssignments)
    .where(eq(levelAssignments.customerId, customerId))
    .orderBy(asc(levelAssignments.position));
  if (rows.length === 0) return [];
  const ids = rows.flatMap(({ itemId }) => (itemId === null ? [] : [itemId]));
  const codes = await readGoodsCodes(queries, { ids });
  return rows.map((row) => ({
    id: row.id,
    level: row.levelId,
    reach: reachOf(row, codes),
    window: { from: row.fromDay, until: row.untilDay },
  }));
}
