import type { ItemFilter, PriceChangeContent } from '@honest-ledger/contracts';

/** What a screen's address can say of the goods a change of prices is for. */
export const ITEM_FILTER_KEYS = ['text', 'category', 'brand', 'supplier', 'kind'] as const;

/**
 * A change of prices as it begins: nothing moves yet.
 * @param table a cost table whose prices are to be the base prices
 */
export function newPriceChange(
  goods: ItemFilter,
  name: string,
  table: string | null = null,
): PriceChangeContent {
  return {
    name,
    goods,
    prices: [{ kind: 'basePrice' }],
    basis: table === null ? { kind: 'present' } : { kind: 'costTable', table },
    change: { kind: 'percent', percent: '0' },
    rounding: null,
    leastMargin: null,
    at: null,
    quotes: 'leave',
  };
}

/** The goods without what is empty: a filter that is not there lets everything through. */
export function goodsOf(said: Readonly<Record<string, string | null | undefined>>): ItemFilter {
  const filled = ITEM_FILTER_KEYS.flatMap((key) => {
    const value = said[key];
    return value ? [[key, value] as const] : [];
  });
  return Object.fromEntries(filled);
}
