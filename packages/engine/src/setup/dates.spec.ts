import fc from 'fast-check';
import { ALWAYS, byStart, holds, type Window } from './dates';

const day = fc
  .integer({ min: 0, max: 2000 })
  .map((days) => new Date(Date.UTC(2024, 0, 1 + days)).toISOString().slice(0, 10));
const window: fc.Arbitrary<Window> = fc.record({ from: fc.option(day), until: fc.option(day) });

describe('a window of days', () => {
  it('holds its first and its last day', () => {
    const december = { from: '2026-12-01', until: '2026-12-31' };
    expect(holds(december, '2026-12-01')).toBeTrue();
    expect(holds(december, '2026-12-31')).toBeTrue();
    expect(holds(december, '2026-11-30')).toBeFalse();
    expect(holds(december, '2027-01-01')).toBeFalse();
  });

  it('is open where it names no day', () => {
    expect(holds(ALWAYS, '0001-01-01')).toBeTrue();
    expect(holds({ from: '2026-12-01', until: null }, '9999-12-31')).toBeTrue();
    expect(holds({ from: null, until: '2026-12-01' }, '2026-12-02')).toBeFalse();
  });

  it('holds nothing where it ends before it begins', () => {
    fc.assert(
      fc.property(day, day, day, (from, until, asked) => {
        fc.pre(until < from);
        expect(holds({ from, until }, asked)).toBeFalse();
      }),
    );
  });

  it('of two days goes by the calendar, not by the letters of months', () => {
    fc.assert(
      fc.property(window, day, (one, asked) => {
        const at = (text: string): number => Date.parse(`${text}T00:00:00Z`);
        const inside =
          (one.from === null || at(one.from) <= at(asked)) &&
          (one.until === null || at(asked) <= at(one.until));
        expect(holds(one, asked)).toBe(inside);
      }),
    );
  });
});

describe('which of two prices is tried first', () => {
  it('is the dated before the undated, then the one that starts later', () => {
    const undated = ALWAYS;
    const ending = { from: null, until: '2026-12-31' };
    const early = { from: '2026-11-01', until: null };
    const late = { from: '2026-12-01', until: '2026-12-24' };
    const tried = [undated, early, ending, late].toSorted(byStart);
    expect(tried).toEqual([late, early, ending, undated]);
  });

  it('is an order: the same whichever way it is asked, and in a row of three', () => {
    fc.assert(
      fc.property(window, window, window, (one, other, third) => {
        expect(Math.sign(byStart(one, other))).toBe(-Math.sign(byStart(other, one)) || 0);
        if (byStart(one, other) <= 0 && byStart(other, third) <= 0) {
          expect(byStart(one, third)).toBeLessThanOrEqual(0);
        }
      }),
    );
  });
});
