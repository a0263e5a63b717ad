import {
  type CategoryRow,
  type ItemFactsForm,
  type ItemFilter,
  type ItemListQuery,
  type ItemPage,
  type ItemQuery,
  type ListOrder,
} from '@honest-ledger/contracts';
import { serialized } from '@honest-ledger/engine';
import { and, count, eq, exists, ilike, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { countOf, inOrder, onPage } from '../../platform/database/pages';
import { everyWordIn, type SearchTarget } from '../../platform/database/patterns';
import {
  basePriceRows,
  brands,
  itemCrossReferences,
  items,
  itemSuppliers,
  sharedPriceRows,
  suppliers,
} from '../../platform/database/schema/index';
import { settingsInForce, versionInForce } from '../in-force/queries';
import { readCategoryTree, type CategoryTree } from './category-tree';
import { readItemFacts } from './item-facts';

/** A page of the catalogue with base prices as in force; filtered, sorted and paged by PostgreSQL. */
export async function findItems(queries: Queries, query: ItemQuery): Promise<ItemPage> {
  const { homeCurrency } = await settingsInForce(queries);
  const where = matching(queries, query, await readCategoryTree(queries));
  const rows = await onPage(rowsWhere(queries, where, query), query);
  const facts = await readItemFacts(
    queries,
    rows.map(({ number }) => number),
  );
  const byNumber = new Map(facts.map(({ id: _, ...item }) => [item.item, serialized(item)]));
  return {
    rows: rows.flatMap(({ number, price: basePrice }) => {
      const item: ItemFactsForm | undefined = byNumber.get(number);
      return item ? [{ ...item, basePrice }] : [];
    }),
    total: await countOf(queries, queries.select().from(items).where(where).$dynamic()),
    currency: homeCurrency,
    version: await versionInForce(queries),
  };
}

/** The numbers of all items that a filter lets through, in the order asked for. */
export async function findItemNumbers(queries: Queries, query: ItemListQuery): Promise<string[]> {
  const where = matching(queries, query, await readCategoryTree(queries));
  return (await rowsWhere(queries, where, query)).map(({ number }) => number);
}

function rowsWhere(
  queries: Queries,
  where: SQL | undefined,
  order: ListOrder<ItemListQuery['sort']>,
) {
  const price = sql<string | null>`coalesce(${basePriceRows.price}, ${sharedPriceRows.price})`;
  const sorts = { item: items.number, name: items.name, brand: brands.name, basePrice: price };
  return queries
    .select({ number: items.number, price })
    .from(items)
    .leftJoin(brands, eq(brands.id, items.brandId))
    .leftJoin(
      basePriceRows,
      and(
        eq(basePriceRows.itemId, items.id),
        eq(basePriceRows.unit, ''),
        isNull(basePriceRows.toVersion),
      ),
    )
    .leftJoin(
      sharedPriceRows,
      and(eq(sharedPriceRows.sharedId, basePriceRows.sharedId), isNull(sharedPriceRows.toVersion)),
    )
    .where(where)
    .orderBy(...inOrder(order, sorts, items.number))
    .$dynamic();
}

export async function findCategories(queries: Queries): Promise<CategoryRow[]> {
  const tree = await readCategoryTree(queries);
  const counts = await queries
    .select({ category: items.categoryId, items: count() })
    .from(items)
    .groupBy(items.categoryId);
  return tree.all.map(({ code, name, parentId }) => {
    const under = new Set(tree.under(code));
    return {
      code,
      name,
      parent: parentId === null ? null : (tree.byId(parentId)?.code ?? null),
      items: counts
        .filter(({ category }) => under.has(category))
        .reduce((sum, one) => sum + one.items, 0),
    };
  });
}

/** What an item is found by. */
export function searchTargetsOfItem(queries: Queries): SearchTarget[] {
  const others = (pattern: string): SQL =>
    inArray(
      items.id,
      queries
        .select({ id: itemCrossReferences.itemId })
        .from(itemCrossReferences)
        .where(ilike(itemCrossReferences.number, pattern)),
    );
  return [items.number, items.name, items.gtin, others];
}

function matching(queries: Queries, query: ItemFilter, tree: CategoryTree): SQL | undefined {
  const { text, category, brand, supplier, kind } = query;
  return and(
    everyWordIn(text, searchTargetsOfItem(queries)),
    category === undefined ? undefined : inArray(items.categoryId, [...tree.under(category)]),
    kind === undefined ? undefined : eq(items.kind, kind),
    brand === undefined
      ? undefined
      : inArray(
          items.brandId,
          queries.select({ id: brands.id }).from(brands).where(eq(brands.code, brand)),
        ),
    supplier === undefined
      ? undefined
      : exists(
          queries
            .select({ one: sql`1` })
            .from(itemSuppliers)
            .innerJoin(suppliers, eq(suppliers.id, itemSuppliers.supplierId))
            .where(and(eq(itemSuppliers.itemId, items.id), eq(suppliers.code, supplier))),
        ),
  );
}
