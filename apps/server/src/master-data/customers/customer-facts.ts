import type { CustomerFacts, LevelAssignment } from '@honest-ledger/engine';
import { asc, eq } from 'drizzle-orm';
import { valuesOf } from '../attributes/values';
import { scopeOf, readGoodsCodes } from '../catalogue/goods-codes';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { customers, levelAssignments, segments } from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';

/** What pricing can ask of a customer, as it is now. */
export async function customerFacts(queries: Queries, code: string): Promise<CustomerFacts> {
  const found = (await customerFactsOf(queries, [code])).get(code);
  if (!found) throw notFound(`Customer ${code}`);
  return found;
}

/** The same of several customers, by their codes; those that are not there are left out. */
export async function customerFactsOf(
  queries: Queries,
  codes: readonly string[],
): Promise<ReadonlyMap<string, CustomerFacts>> {
  const rows = await queries
    .select({ customer: customers, segment: segments })
    .from(customers)
    .leftJoin(segments, eq(segments.id, customers.segmentId))
    .where(inList(customers.code, codes));
  const ids = rows.map(({ customer }) => customer.id);
  const assignments = await assignmentsByCustomer(queries, ids);
  const attributes = await valuesOf(queries, 'customers', ids);
  return new Map(
    rows.map(({ customer, segment }) => [
      customer.code,
      {
        code: customer.code,
        name: customer.name,
        segment: segment && { code: segment.code, name: segment.name, level: segment.levelId },
        level: customer.levelId,
        assignments: assignments.get(customer.id) ?? [],
        attributes: attributes.get(customer.id) ?? {},
      },
    ]),
  );
}

/** A customer's levels for some of the goods, in their order. */
export async function assignmentsOf(
  queries: Queries,
  customerId: number,
): Promise<readonly LevelAssignment[]> {
  return (await assignmentsByCustomer(queries, [customerId])).get(customerId) ?? [];
}

/** Of several customers, by their ids, the levels for some of the goods; those who have none left out. */
export async function assignmentsByCustomer(
  queries: Queries,
  customerIds: readonly number[],
): Promise<ReadonlyMap<number, readonly LevelAssignment[]>> {
  const rows = await queries
    .select()
    .from(levelAssignments)
    .where(inList(levelAssignments.customerId, customerIds))
    .orderBy(asc(levelAssignments.customerId), asc(levelAssignments.position));
  const byCustomer = new Map<number, LevelAssignment[]>();
  if (rows.length === 0) return byCustomer;
  const ids = rows.flatMap(({ itemId }) => (itemId === null ? [] : [itemId]));
  const codes = await readGoodsCodes(queries, { ids });
  for (const row of rows) {
    const assignment = {
      id: row.id,
      level: row.levelId,
      scope: scopeOf(row, codes),
      window: { from: row.fromDay, until: row.untilDay },
    };
    const of = byCustomer.get(row.customerId);
    if (of) of.push(assignment);
    else byCustomer.set(row.customerId, [assignment]);
  }
  return byCustomer;
}
