import type { CategoryRow, ItemPage, ItemQuery } from '@honest-ledger/contracts';
import type { ItemFacts } from '@honest-ledger/engine';
import { and, asc, count, eq, ilike, inArray, isNull, or, type SQL } from 'drizzle-orm';
import type { Queries } from '../database/database';
import { basePriceRows, items } from '../database/schema/index';
import { settingsInForce, versionInForce } from '../versions/queries';
import { readCategoryTree, type CategoryTree } from './category-tree';

/** A page of the catalogue, by item number, with base prices as in force. */
export async function findItems(queries: Queries, query: ItemQuery): Promise<ItemPage> {
  const tree = await readCategoryTree(queries);
  const { homeCurrency } = await settingsInForce(queries);
  const where = matching(query, tree);
  const [counted] = await queries.select({ total: count() }).from(items).where(where);
  const rows = await queries
    .select({ item: items, price: basePriceRows.price })
    .from(items)
    .leftJoin(
      basePriceRows,
      and(eq(basePriceRows.itemId, items.id), isNull(basePriceRows.toVersion)),
    )
    .where(where)
    .orderBy(asc(items.number))
    .limit(query.limit)
    .offset(query.offset);
  return {
    items: rows.map(({ item, price }) => ({ ...itemFacts(item, tree), basePrice: price })),
    total: counted?.total ?? 0,
    currency: homeCurrency,
    version: await versionInForce(queries),
  };
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

/** The facts of items, by their numbers; all of them where none are named. */
export async function readItemFacts(
  queries: Queries,
  numbers?: readonly string[],
): Promise<(ItemFacts & { readonly id: number })[]> {
  const tree = await readCategoryTree(queries);
  const rows = await queries
    .select()
    .from(items)
    .where(numbers && inArray(items.number, [...numbers]))
    .orderBy(asc(items.number));
  return rows.map((row) => ({ id: row.id, ...itemFacts(row, tree) }));
}

function itemFacts(item: typeof items.$inferSelect, tree: CategoryTree): ItemFacts {
  return {
    item: item.number,
    name: item.name,
    categories: tree.path(item.categoryId),
    unit: item.unit,
    quantityDigits: item.quantityDigits,
  };
}

/** Every word must stand in the number or the name. */
function matching({ text, category }: ItemQuery, tree: CategoryTree): SQL | undefined {
  const words = (text ?? '').trim().split(/\s+/).filter(Boolean);
  return and(
    ...words.map((word) => or(ilike(items.number, within(word)), ilike(items.name, within(word)))),
    category === undefined ? undefined : inArray(items.categoryId, [...tree.under(category)]),
  );
}

/** A pattern for what contains the word, with the pattern's own signs taken as letters. */
function within(word: string): string {
  return `%${word.replaceAll(/[\\%_]/g, String.raw`\$&`)}%`;
}
