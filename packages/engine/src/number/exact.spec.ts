import DecimalJs from 'decimal.js';
import fc from 'fast-check';
import { decimals, exacts } from '../testing/arbitrary-parts';
import { decimal, isZero, print } from './decimal';
import {
  addExact,
  compareExact,
  divide,
  isFraction,
  multiplyExact,
  percentOfExact,
  printExact,
  ratio,
  signOf,
  subtractExact,
} from './exact';
import { roundToDigits } from './rounding';

const d = decimal;

describe('a percent of something exact', () => {
  it('is the same whether it ends as a decimal or not', () => {
    expect(printExact(percentOfExact(d('8.00'), d('12.5')))).toBe('1.00000');
    expect(printExact(percentOfExact(divide(d('1'), d('3')), d('12')))).toBe('0.04');
    fc.assert(
      fc.property(exacts, decimals, (basis, percent) => {
        const slowly = divide(multiplyExact(basis, percent), d('100'));
        expect(compareExact(percentOfExact(basis, percent), slowly)).toBe(0);
      }),
    );
  });
});

describe('a division', () => {
  it('that ends is a decimal', () => {
    expect(printExact(divide(d('1'), d('8')))).toBe('0.125');
    expect(printExact(divide(d('-3.30'), d('1.1')))).toBe('-3');
  });

  it('that does not end is a fraction in lowest terms, printed to 10 decimals and marked', () => {
    const third = divide(d('2'), d('6'));
    expect(third).toEqual({ numerator: 1n, denominator: 3n });
    expect(printExact(third)).toBe('0.3333333333...');
    expect(printExact(divide(d('-0.00000000001'), d('3')))).toBe('-0.0000000000...');
  });

  it('by zero is refused', () => {
    expect(() => divide(d('1'), d('0.00'))).toThrowError(RangeError);
  });

  it('keeps its sign where it is divided by what is below zero', () => {
    const third = divide(d('1'), d('-3'));
    expect([printExact(third), signOf(third)]).toEqual(['-0.3333333333...', -1]);
    expect(compareExact(third, d('0'))).toBeLessThan(0);
    expect(compareExact(divide(d('-1'), d('-3')), divide(d('1'), d('3')))).toBe(0);
    expect(compareExact(third, divide(d('1'), d('-4')))).toBeLessThan(0);
  });
});

describe('the laws of exact numbers', () => {
  it('dividing undoes multiplying, also through a fraction', () => {
    fc.assert(
      fc.property(exacts, decimals, (a, b) => {
        if (isZero(b)) return;
        expect(compareExact(multiplyExact(divide(a, b), b), a)).toBe(0);
        expect(compareExact(divide(multiplyExact(a, b), b), a)).toBe(0);
      }),
    );
  });

  it('subtracting undoes adding, and comparing is the sign of the difference', () => {
    fc.assert(
      fc.property(exacts, exacts, (a, b) => {
        expect(compareExact(subtractExact(addExact(a, b), b), a)).toBe(0);
        expect(compareExact(a, b)).toBe(signOf(subtractExact(a, b)));
      }),
    );
  });

  it('a fraction is in lowest terms and does not end', () => {
    fc.assert(
      fc.property(decimals, fc.integer({ min: 1, max: 9999 }), (a, over) => {
        const value = divide(a, d(String(over)));
        const { denominator } = ratio(value);
        if (isFraction(value))
          expect([2n, 5n].every((p) => isPowerOnly(denominator, p))).toBeFalse();
        else expect(compareExact(multiplyExact(value, d(String(over))), a)).toBe(0);
      }),
    );
  });

  // Two independent calculators: decimal.js divides to 60 digits and rounds to 4.
  it('a quotient rounds as decimal.js rounds it', () => {
    const Reference = DecimalJs.clone({ precision: 120, rounding: DecimalJs.ROUND_HALF_UP });
    const modes = [
      ['halfAwayFromZero', DecimalJs.ROUND_HALF_UP],
      ['halfToEven', DecimalJs.ROUND_HALF_EVEN],
      ['awayFromZero', DecimalJs.ROUND_UP],
      ['towardsZero', DecimalJs.ROUND_DOWN],
    ] as const;
    fc.assert(
      fc.property(decimals, fc.integer({ min: 1, max: 9999 }), (a, over) => {
        const ours = divide(a, d(String(over)));
        const reference = new Reference(print(a)).div(over);
        for (const [mode, number] of modes) {
          const rounded = reference.toDecimalPlaces(4, number);
          expect(new Reference(print(roundToDigits(ours, 4, mode))).eq(rounded))
            .withContext(`${print(a)} / ${String(over)} ${mode}`)
            .toBeTrue();
        }
      }),
    );
  });
});

function isPowerOnly(value: bigint, prime: bigint): boolean {
  let rest = value;
  while (rest % prime === 0n) rest /= prime;
  return rest === 1n;
}
