import { asc } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { costKinds } from '../../platform/database/schema/index';

/** The kinds of cost with their names. */
export async function readCostKindRows(
  queries: Queries,
): Promise<{ code: string; name: string; formOfSupply: boolean }[]> {
  return queries
    .select({
      code: costKinds.code,
      name: costKinds.name,
      formOfSupply: costKinds.formOfSupply,
    })
    .from(costKinds)
    .orderBy(asc(costKinds.id));
}
