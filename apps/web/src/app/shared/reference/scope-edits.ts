import type { Scope } from '@honest-ledger/engine';

/** A figure that is still to be typed: until then the object it is of is incomplete and counts nowhere. */
export const UNSAID = '';

/** Goods that are still to be chosen. */
export const UNSAID_GOODS: Scope = { kind: 'category', category: UNSAID };

/** Reaches as a choice begins them; what they name is still to be picked. */
export function startScope(kind: string, category: string): Scope | null {
  switch (kind) {
    case 'item':
      return { kind, item: '' };
    case 'categoryBrand':
      return { kind, category, brand: '' };
    case 'supplierCategory':
      return { kind, supplier: '', category };
    case 'family':
      return { kind, family: '' };
    case 'category':
      return { kind, category };
    case 'brand':
      return { kind, brand: '' };
    case 'supplier':
      return { kind, supplier: '' };
    case 'itemKind':
      return { kind, itemKind: 'stock' };
    case 'all':
      return { kind };
    default:
      return null;
  }
}
