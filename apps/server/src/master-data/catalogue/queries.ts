import type { CategoryRow } from '@honest-ledger/contracts';
import { count, ilike, inArray, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import type { SearchTarget } from '../../platform/database/patterns';
import { itemCrossReferences, items } from '../../platform/database/schema/index';
import { readCategoryTree } from './category-tree';

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
