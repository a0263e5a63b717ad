import fc from 'fast-check';
import { decimal, print } from '../number/decimal';
import { compareExact, printExact, signOf, subtractExact } from '../number/exact';
import { markupOf, priceAtMargin, marginOf } from '../number/markup';
import { roundedTo } from '../number/rounding';
import { decimals, exacts } from '../testing/arbitrary-parts';
import { runs } from '../testing/runs';
import { percentMoved, priceFollowing, type Keeping } from './follow-cost';

const ENDS = { rounding: null, digits: 2, mode: 'halfAwayFromZero' } as const;
const change = (price: string, oldCost: string | null, newCost: string) => ({
  price: decimal(price),
  oldCost: oldCost === null ? null : decimal(oldCost),
  newCost: decimal(newCost),
  tablePrice: decimal('9.99'),
});

describe('a price that follows its cost', () => {
  const at = (keeping: Keeping, of = change('12.50', '8.00', '8.40')): string | null => {
    const price = priceFollowing(of, keeping, ENDS);
    return price && print(price);
  };

  it('keeps the markup it has, the amount it has, or what is stated', () => {
    expect(at({ kind: 'markup' })).toBe('13.13'); // 13.125
    expect(at({ kind: 'amount' })).toBe('12.90');
    expect(at({ kind: 'stated', adjustment: { kind: 'margin', percent: decimal('36') } })).toBe(
      '13.13',
    );
    expect(at({ kind: 'costTable' })).toBe('9.99');
  });

  it('ends as its rule says', () => {
    const rounding = {
      kind: 'endings',
      currency: 'EUR',
      endings: [decimal('0.95')],
      period: 1,
      direction: 'up',
      leastPrice: null,
    } as const;
    const price = priceFollowing(
      change('12.50', '8', '8.40'),
      { kind: 'markup' },
      { ...ENDS, rounding },
    );
    expect(price && print(price)).toBe('13.95');
  });

  it('is not there where there is nothing to follow', () => {
    expect(at({ kind: 'markup' }, change('12.50', null, '8'))).toBeNull();
    expect(at({ kind: 'amount' }, change('12.50', '0', '8'))).toBeNull();
    expect(at({ kind: 'amount' }, change('1', '9', '2'))).toBeNull();
    expect(
      priceFollowing({ ...change('1', '1', '1'), tablePrice: null }, { kind: 'costTable' }, ENDS),
    ).toBeNull();
  });

  it('has the markup it had, but for the rounding', () => {
    const costs = exacts.filter((cost) => signOf(cost) > 0);
    const prices = decimals.filter((price) => signOf(price) > 0);
    fc.assert(
      fc.property(prices, costs, costs, (price, oldCost, newCost) => {
        const of = { price, oldCost, newCost, tablePrice: null };
        const found = priceFollowing(of, { kind: 'markup' }, { ...ENDS, digits: 40 });
        const markupBefore = markupOf(price, oldCost);
        if (!found || !markupBefore) throw new Error('there is a price');
        const exact = markupOf(found, newCost);
        if (!exact) throw new Error('there is a markup');
        if (compareExact(newCost, decimal('0.001')) > 0) {
          // compared by their difference: two that are nearly alike may round apart at a tie
          const apart = subtractExact(exact, markupBefore);
          expect(compareExact(apart, decimal('0.000001'))).toBe(-1);
          expect(compareExact(apart, decimal('-0.000001'))).toBe(1);
        }
      }),
      { numRuns: runs(50) },
    );
  });
});

describe('a margin that is typed', () => {
  const cents = fc.integer({ min: 1, max: 1_000_000 }).map((units) => decimal(String(units / 100)));

  it('gives a price; typing that price keeps it, and shows its own margin', () => {
    fc.assert(
      fc.property(cents, fc.integer({ min: -500, max: 990 }), (cost, tenths) => {
        const typed = decimal((tenths / 10).toFixed(1));
        const price = roundedTo(priceAtMargin(cost, typed), 2, 'halfAwayFromZero');
        const own = marginOf(price, cost);
        if (signOf(price) === 0) {
          expect(own).toBeNull();
          return;
        }
        if (!own) throw new Error('a price has a margin');
        // its own margin gives the same price again, and the price itself never moves
        const again = roundedTo(priceAtMargin(cost, own), 2, 'halfAwayFromZero');
        expect(print(again)).toBe(print(price));
      }),
    );
  });
});

describe('a move in percent', () => {
  it('is of what it was', () => {
    const moved = percentMoved(decimal('8'), decimal('8.40'));
    expect(moved && printExact(moved)).toBe('5');
    expect(percentMoved(decimal('0'), decimal('1'))).toBeNull();
  });
});
