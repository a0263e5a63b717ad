import type { Decimal } from '@honest-ledger/engine';
import type { NoPrice } from './price-basis';
import type { PriceOfItem } from './prices';

const NO_PRICE_SENTENCES: Readonly<Record<NoPrice, string>> = {
  noPriceBefore: 'It has no price to start from.',
  noCost: 'It has no cost to start from.',
  belowZero: 'It would be below zero.',
  noBasePrice: 'It has no base price to start from.',
  noListPrice: 'It has no list price to start from.',
  noLevelPrice: 'The level has no price to start from.',
  notInTable: 'The cost table does not take it in.',
  noTablePrice: 'The cost table makes no price of it.',
};

/** What has to be said of a price besides its figures; null for nothing. */
export function remarkOf(
  { sharedName }: PriceOfItem,
  after: Decimal | NoPrice | null,
  keptByTable: boolean,
): string | null {
  if (sharedName !== null)
    return `It shares the price ${sharedName}, which is changed under Basics.`;
  if (typeof after === 'string') return NO_PRICE_SENTENCES[after];
  return keptByTable ? 'A cost table gives its price; an own price would replace it.' : null;
}
