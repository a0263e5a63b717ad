import Big from 'big.js';
import { Decimal as Reference } from 'decimal.js';
import fc from 'fast-check';
import { decimals } from '../testing/arbitrary-parts';
import { runs } from '../testing/runs';
import {
  add,
  compare,
  decimal,
  DecimalSyntaxError,
  equals,
  fromInteger,
  isDecimalText,
  multiply,
  negate,
  percentOf,
  print,
  subtract,
  withDigits,
  type Decimal,
} from './decimal';

// decimal.js and big.js are independent implementations of exact decimal arithmetic.
const Exact = Reference.clone({ precision: 400, toExpNeg: -1000, toExpPos: 1000 });
const same = (ours: Decimal, theirs: Reference, alsoTheirs: Big): void => {
  expect(new Exact(print(ours)).equals(theirs)).toBeTrue();
  expect(new Big(print(ours)).eq(alsoTheirs)).toBeTrue();
};

describe('a decimal', () => {
  it('reads what it prints', () => {
    fc.assert(
      fc.property(decimals, (value) => {
        expect(decimal(print(value))).toEqual(value);
      }),
    );
  });

  it('keeps the zeros it was written with', () => {
    expect(print(decimal('12.50'))).toBe('12.50');
    expect(print(decimal('+7'))).toBe('7');
    expect(print(decimal('-0.00'))).toBe('0.00');
    expect(print(decimal('000.05'))).toBe('0.05');
  });

  for (const text of [
    '',
    ' 1',
    '1,5',
    '12,5',
    '1e400',
    'NaN',
    'Infinity',
    '.5',
    '5.',
    '--1',
    '0x1',
    '١',
  ]) {
    it(`refuses ${JSON.stringify(text)}`, () => {
      expect(isDecimalText(text)).toBeFalse();
      expect(() => decimal(text)).toThrowError(DecimalSyntaxError);
    });
  }

  it('refuses a text of more than 1,000 characters', () => {
    expect(() => decimal('1'.repeat(1001))).toThrowError(DecimalSyntaxError);
    expect(isDecimalText('1'.repeat(1001))).toBeFalse();
  });

  it('adds, subtracts and multiplies as decimal.js and big.js do', () => {
    fc.assert(
      fc.property(decimals, decimals, (a, b) => {
        const [x, y] = [new Exact(print(a)), new Exact(print(b))];
        const [p, q] = [new Big(print(a)), new Big(print(b))];
        same(add(a, b), x.plus(y), p.plus(q));
        same(subtract(a, b), x.minus(y), p.minus(q));
        same(multiply(a, b), x.times(y), p.times(q));
        expect(compare(a, b)).toBe(x.comparedTo(y) as -1 | 0 | 1);
      }),
      { numRuns: runs(2000) },
    );
  });

  it('is a number while it is a safe integer and a BigInt beyond, and never a negative zero', () => {
    fc.assert(
      fc.property(decimals, decimals, (a, b) => {
        for (const { units } of [a, add(a, b), subtract(a, a), multiply(a, b), negate(a)]) {
          expect(typeof units === 'number').toBe(
            BigInt(units) <= 2n ** 53n - 1n && BigInt(units) >= -(2n ** 53n) + 1n,
          );
          expect(Object.is(units, -0)).toBeFalse();
        }
      }),
    );
  });

  it('goes over the edge of the safe integers and comes back', () => {
    const edge = fromInteger(Number.MAX_SAFE_INTEGER);
    const over = add(edge, fromInteger(1));
    expect(print(over)).toBe('9007199254740992');
    expect(typeof over.units).toBe('bigint');
    expect(subtract(over, fromInteger(1))).toEqual(edge);
  });

  it('takes a percent as people write it', () => {
    expect(print(percentOf(decimal('18.40'), decimal('-12')))).toBe('-2.2080');
    expect(print(percentOf(decimal('80'), decimal('12.5')))).toBe('10.000');
  });

  it('gives the digits that are asked for and no other trailing zeros', () => {
    expect(print(withDigits(decimal('16.2000'), 2))).toBe('16.20');
    expect(print(withDigits(decimal('16.192'), 2))).toBe('16.192');
    expect(print(withDigits(decimal('7'), 2))).toBe('7.00');
    fc.assert(
      fc.property(decimals, fc.integer({ min: 0, max: 8 }), (value, digits) => {
        expect(equals(withDigits(value, digits), value)).toBeTrue();
      }),
    );
  });

  it('survives being posted to a web worker', () => {
    const value = decimal('123456789012345678901.5');
    expect(structuredClone(value)).toEqual(value);
  });

  it('refuses a whole number that is not exact', () => {
    expect(() => fromInteger(2 ** 53)).toThrowError(RangeError);
    expect(() => fromInteger(0.5)).toThrowError(RangeError);
  });
});
