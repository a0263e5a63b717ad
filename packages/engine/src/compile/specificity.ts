import type { ItemFacts } from '../setup/facts';
import type { CategoryCode } from '../setup/goods';
import { SCOPES_BY_SPECIFICITY, type Scope } from '../setup/scope';

/** More than any tree is deep. */
const DEEPEST = 1000;

/** The place in the ladder of what is for everything at some levels: after kinds, before all. */
export const NARROWER_THAN_ALL = SCOPES_BY_SPECIFICITY.indexOf('all') * DEEPEST - 1;

/**
 * How narrowly a scope takes an item in: the lower the number, the narrower. Null where the scope
 * does not take it in. Of two categories the one nearer to the item is narrower.
 */
export function specificity(scope: Scope, item: ItemFacts): number | null {
  const distance = distanceTo(scope, item);
  return distance === null ? null : SCOPES_BY_SPECIFICITY.indexOf(scope.kind) * DEEPEST + distance;
}

function distanceTo(scope: Scope, item: ItemFacts): number | null {
  switch (scope.kind) {
    case 'item':
      return scope.item === item.item ? 0 : null;
    case 'categoryBrand':
      return scope.brand === item.brand?.code ? stepsUp(scope.category, item) : null;
    case 'supplierCategory':
      return scope.supplier === item.supplier?.code ? stepsUp(scope.category, item) : null;
    case 'family':
      return scope.family === item.family?.code ? 0 : null;
    case 'category':
      return stepsUp(scope.category, item);
    case 'brand':
      return scope.brand === item.brand?.code ? 0 : null;
    case 'supplier':
      return scope.supplier === item.supplier?.code ? 0 : null;
    case 'itemKind':
      return scope.itemKind === item.kind ? 0 : null;
    case 'all':
      return 0;
  }
}

/** Levels of the tree between the item's own category and another; null where it is not above. */
function stepsUp(category: CategoryCode, { categories }: ItemFacts): number | null {
  const at = categories.findIndex(({ code }) => code === category);
  return at < 0 ? null : categories.length - 1 - at;
}

/** What some scopes ask of an item, but its number. */
export interface PartsAsked {
  readonly categories: boolean;
  readonly family: boolean;
  readonly brand: boolean;
  readonly supplier: boolean;
  readonly kind: boolean;
}

export function partsAsked(scopes: readonly Scope[]): PartsAsked {
  const kinds = new Set(scopes.map(({ kind }) => kind));
  const any = (...some: readonly Scope['kind'][]): boolean => some.some((kind) => kinds.has(kind));
  return {
    categories: any('category', 'categoryBrand', 'supplierCategory'),
    family: any('family'),
    brand: any('brand', 'categoryBrand'),
    supplier: any('supplier', 'supplierCategory'),
    kind: any('itemKind'),
  };
}

/** All of an item that is asked: items with the same key are taken in by the same reaches. */
export function matchingKey(
  { categories, family, brand, supplier, kind }: ItemFacts,
  asked: PartsAsked,
): string {
  let key = '';
  if (asked.kind) key += `${kind}\n`;
  if (asked.family) key += `${family?.code ?? ''}\n`;
  if (asked.brand) key += `${brand?.code ?? ''}\n`;
  if (asked.supplier) key += `${supplier?.code ?? ''}\n`;
  if (!asked.categories) return key;
  // most items have few categories, and most levels ask for nothing else: then nothing is built
  for (const { code } of categories) key = key === '' ? code : `${key}\n${code}`;
  return key;
}
