import { COST_KINDS } from '@honest-ledger/engine';
import type { ListContents } from '@honest-ledger/contracts';
import { asc, eq } from 'drizzle-orm';
import type { Queries } from '../database/database';
import { costKinds } from '../database/schema/index';
import type { List } from '../lists/lists';
import { Problem } from '../http/problems';

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

const OWN: ReadonlySet<string> = new Set(COST_KINDS);

/** The kinds of cost as a list that administrators keep; those that every setup knows stay. */
export const costKindList: List<ListContents['costKinds']> = {
  read: async (queries) => {
    const rows = await queries.select().from(costKinds).orderBy(asc(costKinds.id));
    return new Map(rows.map(({ code, name, formOfSupply }) => [code, { name, formOfSupply }]));
  },
  write: async (transaction, code, { name, formOfSupply }) => {
    await transaction
      .insert(costKinds)
      .values({ code, name, formOfSupply })
      .onConflictDoUpdate({ target: costKinds.code, set: { name, formOfSupply } });
  },
  remove: async (transaction, code) => {
    if (OWN.has(code)) throw new Problem(422, `The kind ${code} is part of every setup.`);
    await transaction.delete(costKinds).where(eq(costKinds.code, code));
  },
};
