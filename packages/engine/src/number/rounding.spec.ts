import Big from 'big.js';
import { Decimal as Reference } from 'decimal.js';
import fc from 'fast-check';
import { decimals } from '../testing/arbitrary-parts';
import { runs } from '../testing/runs';
import { compare, decimal, make, print, subtract } from './decimal';
import { divide } from './exact';
import {
  printPercent,
  roundedTo,
  roundToDigits,
  roundToIncrement,
  type RoundingMode,
} from './rounding';

/** Our modes by the names decimal.js, big.js and ECMA-402 (`Intl.NumberFormat`) give them. */
const MODES: Record<
  RoundingMode,
  { decimalJs: Reference.Rounding; bigJs: 0 | 1 | 2 | 3; intl: string }
> = {
  halfAwayFromZero: { decimalJs: 4, bigJs: 1, intl: 'halfExpand' },
  halfToEven: { decimalJs: 6, bigJs: 2, intl: 'halfEven' },
  awayFromZero: { decimalJs: 0, bigJs: 3, intl: 'expand' },
  towardsZero: { decimalJs: 1, bigJs: 0, intl: 'trunc' },
};
const ALL_MODES = Object.keys(MODES) as RoundingMode[];
const Exact = Reference.clone({ precision: 400 });

describe('rounding to digits', () => {
  for (const mode of ALL_MODES) {
    it(`${mode} agrees with decimal.js and big.js`, () => {
      fc.assert(
        fc.property(decimals, fc.integer({ min: 0, max: 6 }), (value, digits) => {
          const ours = print(roundToDigits(value, digits, mode));
          const text = print(value);
          const theirs = new Exact(text).toDecimalPlaces(digits, MODES[mode].decimalJs);
          expect(theirs.equals(ours)).toBeTrue();
          expect(new Big(text).round(digits, MODES[mode].bigJs).eq(ours)).toBeTrue();
        }),
        { numRuns: runs(1000) },
      );
    });

    it(`${mode} agrees with Intl.NumberFormat (ECMA-402)`, () => {
      // roundingMode is not in TypeScript's library yet, hence the cast.
      const options = {
        roundingMode: MODES[mode].intl,
        maximumFractionDigits: 2,
        useGrouping: false,
      };
      const format = new Intl.NumberFormat('en', options as Intl.NumberFormatOptions);
      fc.assert(
        fc.property(fc.integer({ min: -10_000_000, max: 10_000_000 }), (units) => {
          const value = make(units, 3);
          // format() takes decimal text as well (ECMA-402), which its type does not know yet.
          const theirs = format.format(print(value) as unknown as number);
          expect(compare(roundToDigits(value, 2, mode), decimal(theirs))).toBe(0);
        }),
      );
    });
  }

  it('decides the halves as IEEE 754 names them', () => {
    const rounded = (mode: RoundingMode): string[] =>
      ['0.125', '-0.125', '0.135', '0.131'].map((text) =>
        print(roundToDigits(decimal(text), 2, mode)),
      );
    expect(rounded('halfAwayFromZero')).toEqual(['0.13', '-0.13', '0.14', '0.13']);
    expect(rounded('halfToEven')).toEqual(['0.12', '-0.12', '0.14', '0.13']);
    expect(rounded('awayFromZero')).toEqual(['0.13', '-0.13', '0.14', '0.14']);
    expect(rounded('towardsZero')).toEqual(['0.12', '-0.12', '0.13', '0.13']);
  });

  it('rounds 1.005 to 1.01, which a binary float cannot', () => {
    expect(print(roundToDigits(decimal('1.005'), 2, 'halfAwayFromZero'))).toBe('1.01');
  });
});

describe('rounding to an increment', () => {
  const increments = fc.constantFrom('0.05', '0.25', '1', '0.3', '10').map(decimal);

  it('agrees with decimal.js (toNearest, with ties towards plus infinity)', () => {
    const modes = { nearest: 7, up: 2, down: 3 } as const;
    fc.assert(
      fc.property(
        decimals,
        increments,
        fc.constantFrom('nearest', 'up', 'down'),
        (value, increment, direction) => {
          const theirs = new Exact(print(value)).toNearest(print(increment), modes[direction]);
          expect(theirs.equals(print(roundToIncrement(value, increment, direction)))).toBeTrue();
        },
      ),
      { numRuns: runs(1000) },
    );
  });

  it('never moves by a whole increment', () => {
    fc.assert(
      fc.property(decimals, increments, (value, increment) => {
        const up = subtract(roundToIncrement(value, increment, 'up'), value);
        expect(compare(up, increment)).toBe(-1);
      }),
    );
  });

  it('takes the higher of two equally near multiples', () => {
    for (const increment of ['0', '-0.05']) {
      expect(() => roundToIncrement(decimal('1.02'), decimal(increment), 'up')).toThrowError(
        RangeError,
        'a rounding increment must be above zero',
      );
    }
    expect(print(roundToIncrement(decimal('1.025'), decimal('0.05'), 'nearest'))).toBe('1.050');
    expect(print(roundToIncrement(decimal('-1.025'), decimal('0.05'), 'nearest'))).toBe('-1.000');
  });

  it('is exact at the edge of the safe integers', () => {
    // 2^53 - 1 to a multiple of 3: 2^53 + 1 is one, and no binary float
    const edge = decimal('9007199254740991');
    expect(print(roundToIncrement(edge, decimal('3'), 'up'))).toBe('9007199254740993');
    expect(print(roundToIncrement(edge, decimal('3'), 'down'))).toBe('9007199254740990');
  });

  it('refuses an increment that is not above zero', () => {
    expect(() => roundToIncrement(decimal('1'), decimal('0'), 'up')).toThrowError(RangeError);
  });
});

describe('what is rounded to be shown', () => {
  it('has exactly so many decimals', () => {
    expect(print(roundedTo(decimal('2'), 2, 'halfToEven'))).toBe('2.00');
    expect(print(roundedTo(decimal('2.345'), 2, 'halfToEven'))).toBe('2.34');
    expect(print(roundedTo(divide(decimal('1'), decimal('3')), 4, 'awayFromZero'))).toBe('0.3334');
  });

  it('is a percent with one decimal, halves away from zero, or with as many as are asked for', () => {
    expect(printPercent(decimal('12.25'))).toBe('12.3');
    expect(printPercent(decimal('-12.25'))).toBe('-12.3');
    expect(printPercent(decimal('7'), 2)).toBe('7.00');
    expect(printPercent(null)).toBeNull();
  });
});
