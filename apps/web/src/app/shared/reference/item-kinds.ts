import type { CodeAndName, ItemKind } from '@honest-ledger/engine';

/** The kinds of goods, as choices name them. */
export const ITEM_KIND_CHOICES: readonly CodeAndName<ItemKind>[] = [
  { code: 'stock', name: 'stock goods' },
  { code: 'nonStock', name: 'non-stock goods' },
  { code: 'service', name: 'services' },
  { code: 'fee', name: 'fees' },
];
