import type { CodeAndName, GoodsGroups, SetupContents } from '@honest-ledger/contracts';
import { asc, isNull } from 'drizzle-orm';
import { attributesOf } from '../../master-data/attributes/values';
import { readCostKindRows } from '../../master-data/costs/kinds';
import type { Queries } from '../../platform/database/database';
import {
  brands,
  conditionRows,
  costTableRows,
  families,
  suppliers,
  taxClasses,
} from '../../platform/database/schema/index';
import { heldEdits } from '../drafts/queries';

/** What goods are told apart by, by name. */
export async function findGroups(queries: Queries): Promise<GoodsGroups> {
  const all = (table: typeof brands | typeof suppliers | typeof families | typeof taxClasses) =>
    queries.select({ code: table.code, name: table.name }).from(table).orderBy(asc(table.name));
  return {
    brands: await all(brands),
    suppliers: await all(suppliers),
    families: await all(families),
    taxClasses: await all(taxClasses),
    attributes: await attributesOf(queries, 'items'),
    costKinds: await readCostKindRows(queries),
    costTables: await namedAlsoInDrafts(
      queries,
      'costTable',
      await queries
        .select({ code: costTableRows.tableId, name: costTableRows.name })
        .from(costTableRows)
        .where(isNull(costTableRows.toVersion)),
    ),
    savedConditions: await namedAlsoInDrafts(
      queries,
      'condition',
      await queries
        .select({ code: conditionRows.conditionId, name: conditionRows.name })
        .from(conditionRows)
        .where(isNull(conditionRows.toVersion)),
    ),
  };
}

/** Objects of the setup by name: as in force, and as drafts have them. */
async function namedAlsoInDrafts(
  queries: Queries,
  kind: 'costTable' | 'condition',
  published: readonly CodeAndName[],
): Promise<CodeAndName[]> {
  const names = new Map(published.map(({ code, name }) => [code, name]));
  for (const { key, content } of await heldEdits(queries, { kind })) {
    // it was checked by the schema of its kind before it was kept
    if (content !== null) names.set(key, (content as SetupContents[typeof kind]).name);
  }
  return [...names]
    .map(([code, name]) => ({ code, name }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
}
