import { asc } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { costKinds } from '../../platform/database/schema/index';

/** The ids of the kinds of cost by their codes. */
export async function readCostKinds(queries: Queries): Promise<ReadonlyMap<string, number>> {
  const rows = await queries
    .select({ id: costKinds.id, code: costKinds.code })
    .from(costKinds)
    .orderBy(asc(costKinds.id));
  return new Map(rows.map(({ id, code }) => [code, id]));
}

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
