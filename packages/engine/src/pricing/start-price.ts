import { moveTo, type LineInProgress, type PricingContext } from './line-in-progress';

/** Step 2: the start price, which is the item's base price. Without one the line has no price. */
export function startPrice(work: LineInProgress, { setup, currency }: PricingContext): void {
  const base = setup.basePrices.get(work.item.item);
  if (base === undefined) {
    work.problem = { kind: 'noStartPrice' };
    return;
  }
  if (currency !== setup.homeCurrency) {
    work.problem = { kind: 'noExchangeRate', from: setup.homeCurrency, to: currency };
    return;
  }
  for (const slice of work.slices) {
    moveTo(
      slice,
      base,
      { kind: 'basePrice', version: setup.version, item: work.item.item },
      currency,
    );
  }
}
