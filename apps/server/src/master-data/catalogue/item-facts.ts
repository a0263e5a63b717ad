import { decimal, type ItemFacts, type NamedPrice, type UnitFacts } from '@honest-ledger/engine';
import { and, asc, eq, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  brands,
  families,
  itemNamedPrices,
  items,
  itemSuppliers,
  itemUnits,
  suppliers,
} from '../../platform/database/schema/index';
import { readCategoryTree, type CategoryTree } from './category-tree';

export type ItemWithId = ItemFacts & { readonly id: number };

/**
 * What items are, by their numbers; all of them where none are named. Their costs are read where they
 * are to be priced (`costs/items-to-price.ts`).
 */
export async function readItemFacts(
  queries: Queries,
  numbers?: readonly string[],
): Promise<ItemWithId[]> {
  if (numbers?.length === 0) return [];
  return itemFactsWhere(queries, numbers && inList(items.number, numbers));
}

/** The facts of the items under a condition, by item number. */
export async function itemFactsWhere(
  queries: Queries,
  where: SQL | undefined,
  page: { readonly limit?: number; readonly offset?: number } = {},
): Promise<ItemWithId[]> {
  const tree = await readCategoryTree(queries);
  const query = queries
    .select({ item: items, family: families, brand: brands, supplier: suppliers })
    .from(items)
    .leftJoin(families, eq(families.id, items.familyId))
    .leftJoin(brands, eq(brands.id, items.brandId))
    .leftJoin(
      itemSuppliers,
      and(eq(itemSuppliers.itemId, items.id), eq(itemSuppliers.preferred, true)),
    )
    .leftJoin(suppliers, eq(suppliers.id, itemSuppliers.supplierId))
    .where(where)
    .orderBy(asc(items.number))
    .$dynamic();
  if (page.limit !== undefined) query.limit(page.limit);
  if (page.offset !== undefined) query.offset(page.offset);
  const rows = await query;
  const ids = where === undefined ? undefined : rows.map(({ item }) => item.id);
  const units = await unitsOf(queries, ids);
  const named = await namedPricesOf(queries, ids);
  return rows.map((row) => ({
    id: row.item.id,
    ...toFacts(row, tree),
    units: units.get(row.item.id) ?? [],
    namedPrices: named.get(row.item.id) ?? [],
  }));
}

interface ItemRecord {
  readonly item: typeof items.$inferSelect;
  readonly family: typeof families.$inferSelect | null;
  readonly brand: typeof brands.$inferSelect | null;
  readonly supplier: typeof suppliers.$inferSelect | null;
}

function toFacts(
  { item, family, brand, supplier }: ItemRecord,
  tree: CategoryTree,
): Omit<ItemFacts, 'units' | 'namedPrices'> {
  return {
    item: item.number,
    name: item.name,
    kind: item.kind,
    categories: tree.path(item.categoryId),
    family: named(family),
    brand: named(brand),
    supplier: named(supplier),
    unit: item.unit,
    quantityDigits: item.quantityDigits,
    timeUnit: item.timeUnit,
    listPrice:
      item.listPrice === null || item.listCurrency === null
        ? null
        : { amount: decimal(item.listPrice), currency: item.listCurrency },
    costs: [],
    purchaseCosts: [],
    unitsSold: [],
    attributes: {},
  };
}

const named = (
  row: { readonly code: string; readonly name: string } | null,
): { code: string; name: string } | null => row && { code: row.code, name: row.name };

async function unitsOf(
  queries: Queries,
  ids: readonly number[] | undefined,
): Promise<ReadonlyMap<number, UnitFacts[]>> {
  if (ids?.length === 0) return new Map();
  const rows = await queries
    .select()
    .from(itemUnits)
    .where(ids && inList(itemUnits.itemId, ids))
    .orderBy(asc(itemUnits.factor), asc(itemUnits.unit));
  return byItem(rows, ({ unit, factor, digits }) => ({ unit, factor: decimal(factor), digits }));
}

async function namedPricesOf(
  queries: Queries,
  ids: readonly number[] | undefined,
): Promise<ReadonlyMap<number, NamedPrice[]>> {
  if (ids?.length === 0) return new Map();
  const rows = await queries
    .select()
    .from(itemNamedPrices)
    .where(ids && inList(itemNamedPrices.itemId, ids))
    .orderBy(asc(itemNamedPrices.name));
  return byItem(rows, ({ name, amount, currency }) => ({
    name,
    amount: decimal(amount),
    currency,
  }));
}

/** Rows of several items, kept apart. */
export function byItem<Row extends { readonly itemId: number }, T>(
  rows: readonly Row[],
  make: (row: Row) => T,
): ReadonlyMap<number, T[]> {
  const groups = new Map<number, T[]>();
  for (const row of rows) {
    const group = groups.get(row.itemId);
    if (group) group.push(make(row));
    else groups.set(row.itemId, [make(row)]);
  }
  return groups;
}
