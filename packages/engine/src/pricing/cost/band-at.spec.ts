import fc from 'fast-check';
import { decimal, fromInteger, make, multiply, compare } from '../../number/decimal';
import { divide } from '../../number/exact';
import { costBands } from '../../testing/arbitraries';
import { bandsOf, times } from '../../testing/saltmarsh';
import { bandAt } from './band-at';

describe('the band that a value lies in', () => {
  it('is, found by halving, what trying all of them finds', () => {
    fc.assert(
      fc.property(
        costBands,
        fc.nat(6000),
        fc.integer({ min: 1, max: 60 }),
        (bands, cents, many) => {
          const value = make(cents, 2);
          const factor = fromInteger(many);
          const found = bands.findLast(({ from }) => compare(multiply(from, factor), value) <= 0);
          expect(bandAt(bands, value, factor)).toBe(found);
        },
      ),
    );
  });

  it('begins with its threshold, which is per unit of the factor', () => {
    const bands = bandsOf({ '1': times('3'), '10': times('2') });
    const [low, high] = bands;
    expect(bandAt(bands, decimal('0.99'))).toBeUndefined();
    expect(bandAt(bands, decimal('1'))).toBe(low);
    expect(bandAt(bands, decimal('10'))).toBe(high);
    expect(bandAt(bands, decimal('59.99'), fromInteger(6))).toBe(low);
    expect(bandAt(bands, decimal('60'), fromInteger(6))).toBe(high);
  });

  it('is found for a value that does not end as a decimal', () => {
    const bands = bandsOf({ '3.33': times('3'), '3.34': times('2') });
    expect(bandAt(bands, divide(fromInteger(10), fromInteger(3)))).toBe(bands[0]);
  });
});
