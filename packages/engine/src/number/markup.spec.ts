import fc from 'fast-check';
import { exacts } from '../testing/arbitrary-parts';
import { decimal, fromInteger } from './decimal';
import {
  addExact,
  compareExact,
  divide,
  multiplyExact,
  printExact,
  signOf,
  type Exact,
} from './exact';
import { marginOf, markupOf, priceAtMargin, priceAtMarkup } from './markup';

const HUNDRED = fromInteger(100);
const third = (numerator: string): Exact => divide(decimal(numerator), fromInteger(3));

describe('markup and margin', () => {
  // The table that textbooks of business mathematics print; margin = markup / (100 + markup).
  const TABLE: readonly (readonly [Exact, Exact])[] = [
    [decimal('25'), decimal('20')],
    [third('100'), decimal('25')],
    [decimal('50'), third('100')],
    [third('200'), decimal('40')],
    [decimal('100'), decimal('50')],
  ];
  for (const [markup, margin] of TABLE) {
    it(`${printExact(markup)} % on the cost is ${printExact(margin)} % of the price`, () => {
      const cost = decimal('12.40');
      const price = priceAtMarkup(cost, markup);
      expect(marginOf(price, cost)).toEqual(margin);
      expect(markupOf(priceAtMargin(cost, margin), cost)).toEqual(markup);
    });
  }

  it('are exact: a price at a margin has that margin, whatever the cost', () => {
    const costs = exacts.filter((cost) => signOf(cost) > 0);
    const margins = exacts.filter((margin) => compareExact(margin, HUNDRED) < 0);
    fc.assert(
      fc.property(costs, margins, (cost, margin) => {
        const found = marginOf(priceAtMargin(cost, margin), cost);
        expect(found && compareExact(found, margin)).toBe(0);
      }),
    );
  });

  it('hold margin = markup / (100 + markup)', () => {
    const costs = exacts.filter((cost) => signOf(cost) > 0);
    fc.assert(
      fc.property(costs, costs, (price, cost) => {
        const [margin, markup] = [marginOf(price, cost), markupOf(price, cost)];
        if (!margin || !markup) throw new Error('both are there');
        const other = multiplyExact(divide(markup, addExact(HUNDRED, markup)), HUNDRED);
        expect(compareExact(margin, other)).toBe(0);
      }),
    );
  });

  it('no price has a margin of 100 % or more; nothing costs nothing', () => {
    expect(() => priceAtMargin(decimal('1'), HUNDRED)).toThrowError(RangeError);
    expect(markupOf(decimal('1'), decimal('0'))).toBeNull();
    expect(marginOf(decimal('0'), decimal('1'))).toBeNull();
  });
});
