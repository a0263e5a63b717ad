import fc from 'fast-check';
import { compare, decimal, isPositive, make, negate, print, type Decimal } from '../number/decimal';
import { compareExact, printExact, subtractExact, type Exact } from '../number/exact';
import { marginOf, markupOf, priceAtMargin } from '../number/markup';
import { prices } from '../testing/arbitrary-parts';
import { changedPrice, typedPrice, type PriceAdjustment, type PriceTyped } from './changed-price';

const ENDS = { rounding: null, digits: 2, mode: 'halfAwayFromZero' } as const;
const NICKELS = {
  kind: 'increment',
  currency: 'EUR',
  increment: decimal('0.05'),
  direction: 'nearest',
  leastPrice: null,
} as const;
const shown = (price: Decimal | string | null): string | null =>
  price === null || typeof price === 'string' ? price : print(price);

describe('a changed price', () => {
  // Markup and margin: common practice, as in any price reckoner: 25 % markup is 20 % margin,
  // 50 % is 33.3 %, 100 % is 50 %. The figures below follow by hand.
  const table: readonly [string, PriceAdjustment, string | null][] = [
    ['12.40', { kind: 'percent', percent: decimal('4') }, '12.90'], // 12.896
    ['12.40', { kind: 'percent', percent: decimal('-100') }, '0.00'],
    ['12.40', { kind: 'percent', percent: decimal('-100.1') }, null],
    ['12.40', { kind: 'amount', amount: decimal('-0.45') }, '11.95'],
    ['12.40', { kind: 'amount', amount: decimal('-12.41') }, null],
    ['8.00', { kind: 'markup', percent: decimal('25') }, '10.00'],
    ['8.00', { kind: 'margin', percent: decimal('20') }, '10.00'],
    ['8.00', { kind: 'margin', percent: decimal('36') }, '12.50'], // worked example 3
    ['8.00', { kind: 'multiplier', factor: decimal('2.5') }, '20.00'],
  ];
  for (const [from, change, expected] of table) {
    it(`makes ${expected ?? 'nothing'} of ${from} by ${change.kind}`, () => {
      expect(shown(changedPrice(decimal(from), change, ENDS))).toBe(expected);
    });
  }

  it('ends as its rule says', () => {
    const ends = { ...ENDS, rounding: NICKELS };
    const change = { kind: 'percent', percent: decimal('4') } as const;
    expect(shown(changedPrice(decimal('12.40'), change, ends))).toBe('12.90');
    expect(shown(changedPrice(decimal('12.50'), change, ends))).toBe('13.00');
    expect(shown(changedPrice(decimal('0.01'), change, ends))).toBe('0.05');
  });
});

describe('a price of which something is typed', () => {
  const of = { before: decimal('12.40'), cost: decimal('8.00') };

  it('is what was typed, from the price or from the cost', () => {
    const typed = (what: PriceTyped) => shown(typedPrice(what, of, ENDS));
    expect(typed({ kind: 'price', price: decimal('9.999') })).toBe('9.999');
    expect(typed({ kind: 'percent', percent: decimal('10') })).toBe('13.64');
    expect(typed({ kind: 'amount', amount: decimal('0.10') })).toBe('12.50');
    expect(typed({ kind: 'markup', percent: decimal('56.25') })).toBe('12.50');
    expect(typed({ kind: 'margin', percent: decimal('36') })).toBe('12.50');
  });

  it('is none where there is nothing to reckon from', () => {
    const none = { before: null, cost: null };
    const percent = decimal('10');
    expect(typedPrice({ kind: 'percent', percent }, none, ENDS)).toBe('noPriceBefore');
    expect(typedPrice({ kind: 'margin', percent }, none, ENDS)).toBe('noCost');
    expect(typedPrice({ kind: 'markup', percent }, { ...none, cost: decimal('0') }, ENDS)).toBe(
      'noCost',
    );
    expect(typedPrice({ kind: 'amount', amount: decimal('-13') }, of, ENDS)).toBe('belowZero');
    expect(shown(typedPrice({ kind: 'price', price: decimal('1') }, none, ENDS))).toBe('1');
  });

  const costs = prices.filter(isPositive);
  const margins = fc.integer({ min: -500, max: 999 }).map((tenths) => make(tenths, 1));
  const rules = fc.constantFrom(null, NICKELS);

  it('keeps a price that a margin made: typed in its turn, it stays and has that margin', () => {
    fc.assert(
      fc.property(costs, margins, rules, (cost, percent, rounding) => {
        const at = { before: null, cost };
        const ends = { ...ENDS, rounding };
        const price = typedPrice({ kind: 'margin', percent }, at, ends);
        if (typeof price === 'string') return price === 'belowZero';
        const again = typedPrice({ kind: 'price', price }, at, ends);
        if (typeof again === 'string') return false;
        return compare(price, again) === 0 && same(marginOf(price, cost), marginOf(again, cost));
      }),
    );
  });

  it('is within half a cent of what the margin makes exactly', () => {
    const half = make(5, 3);
    fc.assert(
      fc.property(costs, margins, (cost, percent) => {
        const price = typedPrice({ kind: 'margin', percent }, { before: null, cost }, ENDS);
        if (typeof price === 'string') return false;
        const off = subtractExact(price, priceAtMargin(cost, percent));
        return compareExact(off, half) <= 0 && compareExact(off, negate(half)) >= 0;
      }),
    );
  });

  it('has a markup and a margin that say the same', () => {
    const price = typedPrice({ kind: 'markup', percent: decimal('25') }, of, ENDS);
    if (typeof price === 'string') throw new Error(price);
    expect(serialized(marginOf(price, of.cost))).toBe('20');
    expect(serialized(markupOf(price, of.cost))).toBe('25');
  });
});

const serialized = (value: Exact | null): string | null => value && printExact(value);
const same = (a: Exact | null, b: Exact | null): boolean =>
  a === null || b === null ? a === b : compareExact(a, b) === 0;
