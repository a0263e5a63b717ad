import {
  costTableFromForm,
  type CostGapsPage,
  type CostGapsQuery,
  type CostTableList,
  type CostTableView,
} from '@honest-ledger/contracts';
import {
  firstCost,
  inversions,
  oneBaseUnit,
  type CompiledSetup,
  type CostKind,
  type CostTable,
  type ItemFacts,
} from '@honest-ledger/engine';
import type { ItemWithId } from '../../master-data/catalogue/item-facts';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import { draftedObjects, heldEdit, stateOf } from '../drafts/queries';
import { localTime } from '../../platform/clock/local-time';
import type { Services } from '../versions/services';
import { contentOfTable } from '../versions/cost-tables-of-version';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentIn } from '../versions/setup-objects';

/** All cost tables, those that only a draft has included, by name, with what is missing. */
export async function findCostTables(queries: Queries, services: Services): Promise<CostTableList> {
  const { compiled, setup } = await inForce(queries, services);
  const published = new Map(setup.costTables.map((table) => [table.id, contentOfTable(table)]));
  const rows = await draftedObjects(queries, 'costTable', published);
  const saved = await savedItems(queries, services, compiled);
  const tables = rows.flatMap(({ id, published: old, draft }) => {
    const content = draft?.content ?? old;
    if (!content) return [];
    const own = saved.filter(({ table }) => table === id);
    return [
      {
        id,
        state: stateOf(old, draft),
        content,
        items: own.length,
        withoutCost: own.filter(({ hasCost }) => !hasCost).length,
        inversions: inversionsOf(costTableFromForm({ id, ...content })),
      },
    ];
  });
  return {
    tables: tables.sort((a, b) => a.content.name.localeCompare(b.content.name, 'en')),
    withoutTable: saved.filter(({ table }) => table === null).length,
    withoutCost: saved.filter(({ table, hasCost }) => table !== null && !hasCost).length,
  };
}

/** Items that no table takes in, or whose table finds no cost, by item number. */
export async function findCostGaps(
  queries: Queries,
  services: Services,
  { lack, offset, limit }: CostGapsQuery,
): Promise<CostGapsPage> {
  const { compiled } = await inForce(queries, services);
  const saved = await savedItems(queries, services, compiled);
  const found = saved.filter(({ table, hasCost }) =>
    lack === 'table' ? table === null : table !== null && !hasCost,
  );
  const nameOf = (id: string | null): string =>
    id === null ? '' : (compiled.costTables.get(id)?.name.name ?? '');
  return {
    rows: found.slice(offset, offset + limit).map(({ item: { item, name }, table }) => ({
      item,
      name,
      table: nameOf(table),
    })),
    total: found.length,
  };
}

/** A cost table as published and as a draft would have it; null where neither knows it. */
export async function findCostTable(
  queries: Queries,
  services: Services,
  id: string,
): Promise<CostTableView | null> {
  const { setup } = await inForce(queries, services);
  const published = contentIn(setup, { kind: 'costTable', key: id });
  const draft = await heldEdit(queries, 'costTable', id);
  return published || draft ? { id, published, draft } : null;
}

async function inForce(queries: Queries, { setups }: Services) {
  return setups.of(queries, await versionInForce(queries));
}

function inversionsOf({ costs }: CostTable): number {
  return costs.reduce((count, { bands }) => count + inversions(bands).length, 0);
}

interface SavedItem {
  readonly item: ItemWithId;
  /** The table that takes it in most narrowly. */
  readonly table: string | null;
  readonly hasCost: boolean;
}

/** Of every item the table that takes it in most narrowly, and whether that table finds a cost. */
async function savedItems(
  queries: Queries,
  { now }: Services,
  compiled: CompiledSetup,
): Promise<SavedItem[]> {
  const { day } = localTime(now(), 'UTC');
  const items = await readItemsToPrice(queries, pricingDay(day, compiled));
  return items.map((item) => {
    const table = compiled.tablesReaching(item)[0]?.compiled;
    return {
      item,
      table: table?.table.id ?? null,
      hasCost: table !== undefined && hasCost(table.kinds, item, day),
    };
  });
}

/** Whether an item has a cost of one of these kinds on a day. */
export function hasCost(kinds: readonly CostKind[], item: ItemFacts, day: string): boolean {
  return firstCost(kinds, item, oneBaseUnit(item, day)) !== undefined;
}
