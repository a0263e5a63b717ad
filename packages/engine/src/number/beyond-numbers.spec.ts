import { Decimal as Reference } from 'decimal.js';
import fc from 'fast-check';
import { runs } from '../testing/runs';
import { add, compare, decimal, equals, make, multiply, negate, print, subtract } from './decimal';
import { roundToDigits, roundToIncrement, type RoundingMode } from './rounding';

/** Above what a number holds exactly: 2^53. */
const BEYOND = 9_007_199_254_740_992n;
const Exact = Reference.clone({ precision: 400 });

const whole = fc
  .bigInt({ min: BEYOND, max: BEYOND * 1_000_000_000n })
  .chain((units) => fc.constantFrom(units, -units));

const MODES: readonly (readonly [RoundingMode, Reference.Rounding])[] = [
  ['halfAwayFromZero', 4],
  ['halfToEven', 6],
  ['awayFromZero', 0],
  ['towardsZero', 1],
];

describe('what is beyond the integers that a number holds', () => {
  for (const [mode, theirs] of MODES) {
    it(`is rounded as decimal.js does, halves and all: ${mode}`, () => {
      const rests = fc.constantFrom('', '.5', '.4', '.6', '.05', '.500001', '.499999');
      fc.assert(
        fc.property(whole, rests, fc.integer({ min: 0, max: 2 }), (units, rest, digits) => {
          const text = `${String(units)}${rest}`;
          const ours = print(roundToDigits(decimal(text), digits, mode));
          expect(new Exact(text).toDecimalPlaces(digits, theirs).equals(ours))
            .withContext(`${text} to ${String(digits)}`)
            .toBeTrue();
        }),
        { numRuns: runs(300) },
      );
    });
  }

  it('keeps halves between an odd and an even one apart', () => {
    const to = (text: string, mode: RoundingMode): string =>
      print(roundToDigits(decimal(text), 0, mode));
    expect(to('9007199254740992.5', 'halfToEven')).toBe('9007199254740992');
    expect(to('9007199254740993.5', 'halfToEven')).toBe('9007199254740994');
    expect(to('-9007199254740993.5', 'halfToEven')).toBe('-9007199254740994');
    expect(to('-9007199254740992.5', 'halfAwayFromZero')).toBe('-9007199254740993');
    expect(to('9007199254740992.49', 'halfAwayFromZero')).toBe('9007199254740992');
    expect(to('-9007199254740992.9', 'towardsZero')).toBe('-9007199254740992');
  });

  it('is rounded to multiples: the one below, the one above, the nearer, the higher of two as near', () => {
    const increments = fc.constantFrom('0.05', '2', '10', '0.25', '7');
    fc.assert(
      fc.property(
        whole,
        fc.constantFrom('', '.5', '.025', '.125'),
        increments,
        (units, rest, of) => {
          const value = decimal(`${String(units)}${rest}`);
          const step = decimal(of);
          const steps = new Exact(print(value)).dividedBy(of);
          const [below, above] = [steps.floor(), steps.ceil()].map((count) => count.times(of));
          const half = steps.minus(steps.floor());
          expect(below?.equals(print(roundToIncrement(value, step, 'down')))).toBeTrue();
          expect(above?.equals(print(roundToIncrement(value, step, 'up')))).toBeTrue();
          const nearer = half.gte(0.5) ? above : below;
          expect(nearer?.equals(print(roundToIncrement(value, step, 'nearest')))).toBeTrue();
        },
      ),
      { numRuns: runs(300) },
    );
  });

  it('is added, multiplied and compared exactly, also where a number would do for one of the two', () => {
    fc.assert(
      fc.property(whole, fc.integer({ min: -999, max: 999 }), (units, small) => {
        const [a, b] = [make(units, 2), make(small, 1)];
        const [x, y] = [new Exact(print(a)), new Exact(print(b))];
        expect(x.plus(y).equals(print(add(a, b)))).toBeTrue();
        expect(x.minus(y).equals(print(subtract(a, b)))).toBeTrue();
        expect(x.times(y).equals(print(multiply(a, b)))).toBeTrue();
        expect(compare(a, b) as number).toBe(x.comparedTo(y));
        expect(compare(negate(a), a)).toBe(x.isNegative() ? 1 : -1);
        expect(equals(a, b)).toBeFalse();
        expect(equals(a, make(units * 10n, 3))).toBeTrue();
      }),
      { numRuns: runs(300) },
    );
  });
});
