import type { CategoryCode, ItemKind, ItemNumber } from './goods';

/**
 * Which items something is for. A category reaches everything under it in the tree; a supplier is
 * the item's preferred one.
 */
export type Reach =
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
export const NARROWNESS = [
  'item',
  'categoryBrand',
  'supplierCategory',
  'family',
  'category',
  'brand',
  'supplier',
  'itemKind',
  'all',
] as const satisfies readonly Reach['kind'][];

/** A text that two reaches have in common exactly where they are for the same goods. */
export function reachKey(reach: Reach): string {
  const parts = (...texts: string[]): string => JSON.stringify([reach.kind, ...texts]);
  switch (reach.kind) {
    case 'item':
      return parts(reach.item);
    case 'categoryBrand':
      return parts(reach.category, reach.brand);
    case 'supplierCategory':
      return parts(reach.supplier, reach.category);
    case 'family':
      return parts(reach.family);
    case 'category':
      return parts(reach.category);
    case 'brand':
      return parts(reach.brand);
    case 'supplier':
      return parts(reach.supplier);
    case 'itemKind':
      return parts(reach.itemKind);
    case 'all':
      return parts();
  }
}
