import { ITEM_KINDS, type ItemKind } from '@honest-ledger/engine';
import type { ItemFilter, PriceChangeContent } from '@honest-ledger/contracts';
import type { ListFilter } from '../../shared/lists/lists.feature';

/** What a filter of items says once, and what it may say several times. */
const SAID_ONCE = ['text', 'basePriceFrom', 'basePriceTo', 'marginFrom', 'marginBelow'] as const;
const SAID_OFTEN = ['category', 'brand', 'supplier'] as const;

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

/** The goods that a list's filter, or an address, lets through; what is empty narrows nothing. */
export function goodsOf(
  said: Readonly<Record<string, string | readonly string[] | undefined>>,
): ItemFilter {
  const values = (name: string): readonly string[] =>
    [said[name] ?? []].flat().filter((value) => value !== '');
  const kind = ITEM_KINDS.filter((one): one is ItemKind => values('kind').includes(one));
  return {
    ...Object.fromEntries(
      SAID_ONCE.flatMap((name) =>
        values(name)
          .slice(0, 1)
          .map((value) => [name, value] as const),
      ),
    ),
    ...Object.fromEntries(
      SAID_OFTEN.flatMap((name) =>
        values(name).length > 0 ? [[name, values(name)] as const] : [],
      ),
    ),
    ...(kind.length > 0 ? { kind } : {}),
  };
}

/** The same as a list has it. */
export function filterOfGoods(goods: ItemFilter): ListFilter {
  return Object.fromEntries(
    Object.entries(goods).map(([name, value]: [string, string | readonly string[]]) => [
      name,
      [value].flat(),
    ]),
  );
}
