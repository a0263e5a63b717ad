import type { CategoryCode, ItemKind, ItemNumber } from './goods';

/**
 * Which items something is for. A category reaches all items in it in the tree; a supplier is
 * the item's preferred one.
 */
export type Scope =
  | { readonly kind: 'item'; readonly item: ItemNumber }
  | { readonly kind: 'categoryBrand'; readonly category: CategoryCode; readonly brand: string }
  | {
      readonly kind: 'supplierCategory';
      readonly supplier: string;
      readonly category: CategoryCode;
    }
  | { readonly kind: 'family'; readonly family: string }
  | { readonly kind: 'category'; readonly category: CategoryCode }
  | { readonly kind: 'brand'; readonly brand: string }
  | { readonly kind: 'supplier'; readonly supplier: string }
  | { readonly kind: 'itemKind'; readonly itemKind: ItemKind }
  | { readonly kind: 'all' };

/** The ladder of narrowness, the narrowest first. One ladder serves the whole product. */
export const SCOPES_BY_SPECIFICITY = [
  'item',
  'categoryBrand',
  'supplierCategory',
  'family',
  'category',
  'brand',
  'supplier',
  'itemKind',
  'all',
] as const satisfies readonly Scope['kind'][];

/** A text that two reaches have in common exactly where they are for the same goods. */
export function scopeKey(scope: Scope): string {
  const parts = (...texts: string[]): string => JSON.stringify([scope.kind, ...texts]);
  switch (scope.kind) {
    case 'item':
      return parts(scope.item);
    case 'categoryBrand':
      return parts(scope.category, scope.brand);
    case 'supplierCategory':
      return parts(scope.supplier, scope.category);
    case 'family':
      return parts(scope.family);
    case 'category':
      return parts(scope.category);
    case 'brand':
      return parts(scope.brand);
    case 'supplier':
      return parts(scope.supplier);
    case 'itemKind':
      return parts(scope.itemKind);
    case 'all':
      return parts();
  }
}
