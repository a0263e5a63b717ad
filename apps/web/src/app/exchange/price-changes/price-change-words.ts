import type {
  RepricedOnly,
  PriceChangeContent,
  PriceChangeState,
  PriceChangeTotals,
} from '@honest-ledger/contracts';
import isEqual from 'fast-deep-equal';
import { filterOfGoods, goodsOf } from './price-change-begin';

/** What each state is called. */
export const PRICE_CHANGE_STATES: Readonly<Record<PriceChangeState, string>> = {
  open: 'in preparation',
  applied: 'in draft or published',
  undone: 'undone',
};

/** What narrows the rows, with the count that each shows. */
export const ONLY_WORDS: readonly {
  readonly key: RepricedOnly;
  readonly words: string;
  readonly count: (totals: PriceChangeTotals) => number | null;
}[] = [
  { key: 'raised', words: '▴ raised', count: ({ raised }) => raised },
  { key: 'lowered', words: '▾ lowered', count: ({ lowered }) => lowered },
  { key: 'typed', words: 'typed', count: () => null },
  { key: 'leftOut', words: 'excluded', count: ({ leftOut }) => leftOut },
  { key: 'withoutPrice', words: 'no new price', count: ({ withoutPrice }) => withoutPrice },
  { key: 'withoutCost', words: 'no cost', count: ({ withoutCost }) => withoutCost },
  { key: 'belowCost', words: '△ below cost', count: ({ belowCost }) => belowCost },
  { key: 'belowMargin', words: '△ low margin', count: ({ belowMargin }) => belowMargin },
];

/** Whether two say the same; where a part is left out or empty is all one. */
export function samePriceChange(one: PriceChangeContent, other: PriceChangeContent): boolean {
  return isEqual(plain(one), plain(other));
}

function plain({ goods, ...content }: PriceChangeContent) {
  return { ...content, goods: goodsOf(filterOfGoods(goods)) };
}
