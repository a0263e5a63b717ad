import fc from 'fast-check';
import { check } from './reading';
import { objectOf, wallClock } from './fields';

describe('a date and time by the clock on the wall', () => {
  const schema = objectOf<{ at: string }>({ at: wallClock.required() });
  const problems = (at: unknown): string[] => {
    const reading = check(schema, { at });
    return reading.ok ? [] : reading.problems.map(({ path, sentence }) => `${path}: ${sentence}`);
  };
  const MINUTE = 60_000;
  const FIRST = Date.UTC(1970, 0, 1) / MINUTE;
  const LAST = Date.UTC(2999, 11, 31, 23, 59) / MINUTE;
  const text = (minute: number): string => new Date(minute * MINUTE).toISOString().slice(0, 16);

  it('is every minute of every day from 1970 to 2999', () => {
    fc.assert(
      fc.property(fc.integer({ min: FIRST, max: LAST }), (minute) => {
        expect(problems(text(minute))).toEqual([]);
      }),
    );
    expect([problems(text(FIRST)), problems(text(LAST))]).toEqual([[], []]);
    const bounds = 'at: at must be in the years from 1970 to 2999';
    expect(problems(text(FIRST - 1))).toEqual([bounds]);
    expect(problems(text(LAST + 1))).toEqual([bounds]);
  });

  it('has no zone and no seconds, and is on a day that exists', () => {
    const sentence =
      'at: at must be a date and time that exist, without a zone, such as 2026-11-24T14:32';
    for (const at of [
      '2026-02-29T10:00',
      '2026-13-01T10:00',
      '2026-11-24T24:00',
      '2026-11-24T10:60',
      '2026-11-24T10:00Z',
      '2026-11-24T10:00:00',
      '2026-11-24 10:00',
      '24 November 2026',
    ]) {
      expect(problems(at)).withContext(at).toEqual([sentence]);
    }
    expect(problems('2028-02-29T10:00')).toEqual([]);
    expect(problems(20261124).length).toBe(1);
    expect(problems('').length).toBe(1);
  });
});
