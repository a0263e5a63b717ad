import fc from 'fast-check';
import { compare, decimal, fromInteger, make, print, sum } from './decimal';
import { divide, multiplyExact, subtractExact, compareExact } from './exact';
import { shareOut } from './share-out';

const shares = (amount: string, weights: readonly number[]): string[] =>
  shareOut(decimal(amount), weights.map(fromInteger), 2).map(print);

describe('an amount shared out', () => {
  it('adds up to itself, the largest remainders first, of equal ones the earlier', () => {
    expect(shares('7.00', [1, 1, 1])).toEqual(['2.34', '2.33', '2.33']);
    expect(shares('-7.00', [1, 1, 1])).toEqual(['-2.34', '-2.33', '-2.33']);
    expect(shares('0.02', [1, 1, 1])).toEqual(['0.01', '0.01', '0.00']);
    expect(shares('10.00', [999, 501])).toEqual(['6.66', '3.34']);
    expect(shares('5.00', [0, 3])).toEqual(['0.00', '5.00']);
    expect(shares('5.00', [0, 0])).toEqual(['0.00', '0.00']);
    expect(shares('5.00', [])).toEqual([]);
  });

  it('gives seats as the method of largest remainders does', () => {
    // a textbook's election of 10 seats for 47,000, 16,000, 15,900, 12,000, 6,000 and 3,100 votes
    // (from memory): 5, 2, 1, 1, 1 and 0
    const votes = [47_000, 16_000, 15_900, 12_000, 6_000, 3_100].map(fromInteger);
    expect(shareOut(fromInteger(10), votes, 0).map(print)).toEqual(['5', '2', '1', '1', '1', '0']);
  });

  it('law: the shares are the whole, and each is less than a last digit from its exact part', () => {
    const weights = fc.array(fc.nat({ max: 100_000 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(fc.integer({ min: -100_000, max: 100_000 }), weights, (cents, all) => {
        fc.pre(all.some((weight) => weight > 0));
        const amount = make(cents, 2);
        const exact = all.map(fromInteger);
        const shared = shareOut(amount, exact, 2);
        expect(compare(sum(shared), amount)).toBe(0);
        const whole = sum(exact);
        for (const [place, share] of shared.entries()) {
          const part = divide(multiplyExact(amount, exact[place] ?? whole), whole);
          const off = subtractExact(share, part);
          expect(compareExact(off, make(1, 2))).toBe(-1);
          expect(compareExact(off, make(-1, 2))).toBe(1);
        }
      }),
    );
  });
});
