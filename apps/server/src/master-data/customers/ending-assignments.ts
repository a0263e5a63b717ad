import type { EndingAssignments, EndingQuery } from '@honest-ledger/contracts';
import { and, asc, eq, gte, lte, sql } from 'drizzle-orm';
import { scopeOf, readGoodsCodes } from '../catalogue/goods-codes';
import type { Queries } from '../../platform/database/database';
import { customers, levelAssignments } from '../../platform/database/schema/index';
import { localTime } from '../../platform/clock/local-time';
import type { PlatformServices } from '../../platform/services';

/** Levels that customers have for some goods and that end soon, the first to end first. */
export async function endingAssignments(
  queries: Queries,
  { now }: PlatformServices,
  { days }: EndingQuery,
): Promise<EndingAssignments> {
  const { day } = localTime(now(), 'UTC');
  const rows = await queries
    .select({ of: levelAssignments, code: customers.code, name: customers.name })
    .from(levelAssignments)
    .innerJoin(customers, eq(customers.id, levelAssignments.customerId))
    .where(
      and(
        gte(levelAssignments.untilDay, day),
        lte(levelAssignments.untilDay, sql`${day}::date + ${days}::int`),
      ),
    )
    .orderBy(asc(levelAssignments.untilDay), asc(customers.code), asc(levelAssignments.position));
  const ids = rows.flatMap(({ of }) => of.itemId ?? []);
  const known = await readGoodsCodes(queries, { ids });
  return {
    day,
    assignments: rows.map(({ of, code, name }) => ({
      customer: { code, name },
      level: of.levelId,
      scope: scopeOf(of, known),
      until: of.untilDay ?? '',
    })),
  };
}
