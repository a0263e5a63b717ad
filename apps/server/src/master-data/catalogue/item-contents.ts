import type { ItemContent } from '@honest-ledger/contracts';
import { asc, eq, and, sql, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { valuesOf } from '../attributes/values';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  brands,
  categories,
  families,
  itemCrossReferences,
  itemNamedPrices,
  items,
  itemSuppliers,
  itemUnits,
  suppliers,
  taxClasses,
} from '../../platform/database/schema/index';
import { byItem } from './item-facts';

export interface StoredItem {
  readonly id: number;
  readonly number: string;
  readonly revision: number;
  readonly content: ItemContent;
}

/** What is edited of items, by their numbers, in the order of these. */
export async function readItemContents(
  queries: Queries,
  numbers: readonly string[],
): Promise<ReadonlyMap<string, StoredItem>> {
  if (numbers.length === 0) return new Map();
  const stored = await itemContentsWhere(queries, inList(items.number, numbers));
  return new Map(stored.map((item) => [item.number, item]));
}

async function itemContentsWhere(queries: Queries, where: SQL): Promise<StoredItem[]> {
  const replacement = alias(items, 'replacement');
  const rows = await queries
    .select({
      item: items,
      category: categories.code,
      family: families.code,
      brand: brands.code,
      supplier: suppliers.code,
      taxClass: taxClasses.code,
      replacedBy: replacement.number,
    })
    .from(items)
    .innerJoin(categories, eq(categories.id, items.categoryId))
    .leftJoin(families, eq(families.id, items.familyId))
    .leftJoin(brands, eq(brands.id, items.brandId))
    .leftJoin(
      itemSuppliers,
      and(eq(itemSuppliers.itemId, items.id), sql`${itemSuppliers.preferred}`),
    )
    .leftJoin(suppliers, eq(suppliers.id, itemSuppliers.supplierId))
    .leftJoin(taxClasses, eq(taxClasses.id, items.taxClassId))
    .leftJoin(replacement, eq(replacement.id, items.replacedById))
    .where(where)
    .orderBy(asc(items.number));
  const ids = rows.map(({ item }) => item.id);
  const units = byItem(
    await queries
      .select()
      .from(itemUnits)
      .where(inList(itemUnits.itemId, ids))
      .orderBy(asc(itemUnits.factor), asc(itemUnits.unit)),
    ({ unit, factor, digits }) => ({ unit, factor, digits }),
  );
  const namedPrices = byItem(
    await queries
      .select()
      .from(itemNamedPrices)
      .where(inList(itemNamedPrices.itemId, ids))
      .orderBy(asc(itemNamedPrices.name)),
    ({ name, amount, currency }) => ({ name, amount, currency }),
  );
  const crossReferences = byItem(
    await queries
      .select()
      .from(itemCrossReferences)
      .where(inList(itemCrossReferences.itemId, ids))
      .orderBy(asc(itemCrossReferences.number)),
    ({ number }) => number,
  );
  const attributes = await valuesOf(queries, 'items', ids);
  return rows.map(({ item, ...codes }) => ({
    id: item.id,
    number: item.number,
    revision: item.revision,
    content: {
      name: item.name,
      customerName: item.customerName,
      gtin: item.gtin,
      kind: item.kind,
      ...codes,
      unit: item.unit,
      quantityDigits: item.quantityDigits,
      timeUnit: item.timeUnit,
      units: units.get(item.id) ?? [],
      listPrice:
        item.listPrice === null || item.listCurrency === null
          ? null
          : { amount: item.listPrice, currency: item.listCurrency },
      namedPrices: namedPrices.get(item.id) ?? [],
      active: item.active,
      crossReferences: crossReferences.get(item.id) ?? [],
      attributes: attributes.get(item.id) ?? {},
    },
  }));
}
