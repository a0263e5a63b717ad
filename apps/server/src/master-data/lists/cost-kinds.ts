import type { ListContents } from '@honest-ledger/contracts';
import { COST_KINDS } from '@honest-ledger/engine';
import { asc, eq } from 'drizzle-orm';
import { costKinds } from '../../platform/database/schema/index';
import { Problem } from '../../platform/http/problems';
import type { List } from './list';

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
