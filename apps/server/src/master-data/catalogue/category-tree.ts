import type { CodeAndName } from '@honest-ledger/engine';
import { asc } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { categories } from '../../platform/database/schema/index';

export interface Category {
  readonly id: number;
  readonly code: string;
  readonly name: string;
  readonly parentId: number | null;
}

/** The category tree, read whole: a catalogue has tens of categories, not thousands. */
export interface CategoryTree {
  /** In the order people keep them. */
  readonly all: readonly Category[];
  /** A category and all above it, from the top down. */
  path(id: number): readonly CodeAndName[];
  /** The ids of a category and all below it; none where there is no such category. */
  under(code: string): readonly number[];
  byCode(code: string): Category | undefined;
  byId(id: number): Category | undefined;
}

export async function readCategoryTree(queries: Queries): Promise<CategoryTree> {
  const all = await queries
    .select({
      id: categories.id,
      code: categories.code,
      name: categories.name,
      parentId: categories.parentId,
    })
    .from(categories)
    .orderBy(asc(categories.position), asc(categories.id));
  return categoryTree(all);
}

function categoryTree(all: readonly Category[]): CategoryTree {
  const byId = new Map(all.map((category) => [category.id, category]));
  const byCode = new Map(all.map((category) => [category.code, category]));
  const ancestry = (id: number): Category[] => {
    const category = byId.get(id);
    if (!category) return [];
    return category.parentId === null ? [category] : [...ancestry(category.parentId), category];
  };
  const paths = new Map(
    all.map(({ id }) => [id, ancestry(id).map(({ code, name }) => ({ code, name }))]),
  );
  return {
    all,
    path: (id) => paths.get(id) ?? [],
    under: (code) =>
      all.filter(({ id }) => paths.get(id)?.some((one) => one.code === code)).map(({ id }) => id),
    byCode: (code) => byCode.get(code),
    byId: (id) => byId.get(id),
  };
}
