import fc from 'fast-check';
import type { RuleValidity } from '../../setup/rule';
import { runs } from '../../testing/runs';
import { firstInForce, hoursInForce, inForce, weekdayOf } from './rule-validity';

const at = (day: string, time: string) => ({ day, time: `${time}:00`, offset: '+00:00' });
const validity = (changes: Partial<RuleValidity>): RuleValidity => ({
  days: { from: null, until: null },
  weekdays: null,
  times: null,
  ...changes,
});

describe('when a rule is in force', () => {
  it('by days, both included, and by weekdays', () => {
    const week = validity({ days: { from: '2026-11-23', until: '2026-11-27' } });
    expect(inForce(week, at('2026-11-22', '23:59'))).toBeFalse();
    expect(inForce(week, at('2026-11-23', '00:00'))).toBeTrue();
    expect(inForce(week, at('2026-11-27', '23:59'))).toBeTrue();
    expect(inForce(week, at('2026-11-28', '00:00'))).toBeFalse();
    const tuesdays = validity({ weekdays: [2] });
    expect(inForce(tuesdays, at('2026-11-24', '12:00'))).toBeTrue();
    expect(inForce(tuesdays, at('2026-11-25', '12:00'))).toBeFalse();
  });

  it('on the day after the last of February, in a leap year and in others', () => {
    // 2100 is no leap year, 2000 is one (the Gregorian calendar, ISO 8601)
    const after: [string, number, string][] = [
      ['2100-02-28', 1, '2100-03-01'],
      ['2000-02-28', 2, '2000-02-29'],
      ['2024-02-28', 4, '2024-02-29'],
      ['2023-02-28', 3, '2023-03-01'],
      ['2026-04-30', 5, '2026-05-01'],
      ['2026-12-31', 5, '2027-01-01'],
    ];
    for (const [day, weekday, next] of after) {
      const first = firstInForce(validity({ weekdays: [weekday] }), at(day, '13:00'));
      expect(first?.day).withContext(day).toBe(next);
    }
  });

  it('from a day that is years ahead, however far that is', () => {
    const days = { from: '2036-01-02', until: null };
    expect(firstInForce(validity({ days }), at('2026-11-24', '13:00'))?.day).toBe('2036-01-02');
    const begun = { from: '2020-01-02', until: null };
    const sundays = validity({ days: begun, weekdays: [7] });
    expect(firstInForce(sundays, at('2026-11-24', '13:00'))?.day).toBe('2026-11-29');
  });

  it('from a time that is included until one that is not', () => {
    const evening = validity({ times: { from: '18:00', until: '20:00' } });
    const times = ['17:59', '18:00', '19:59', '20:00'];
    expect(times.map((time) => inForce(evening, at('2026-11-24', time)))).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });

  it('past midnight, and then it belongs to the day on which it began', () => {
    const night = validity({
      weekdays: [2],
      days: { from: null, until: '2026-11-24' },
      times: { from: '22:00', until: '02:00' },
    });
    expect(inForce(night, at('2026-11-24', '22:00'))).toBeTrue(); // Tuesday
    expect(inForce(night, at('2026-11-25', '01:59'))).toBeTrue(); // begun on Tuesday
    expect(inForce(night, at('2026-11-25', '02:00'))).toBeFalse();
    expect(inForce(night, at('2026-11-24', '01:00'))).toBeFalse(); // begun on Monday
    expect(inForce(night, at('2026-11-25', '22:30'))).toBeFalse();
    const newYear = validity({
      days: { from: '2026-12-31', until: '2026-12-31' },
      times: { from: '20:00', until: '04:00' },
    });
    expect(inForce(newYear, at('2027-01-01', '03:00'))).toBeTrue();
    const leap = validity({
      days: { from: '2028-02-29', until: '2028-02-29' },
      times: { from: '20:00', until: '04:00' },
    });
    expect(inForce(leap, at('2028-03-01', '03:00'))).toBeTrue();
  });

  // In Lisbon the clock goes back from 02:00 to 01:00 on 25 October 2026, and forward from 01:00 to
  // 02:00 on 29 March 2026 (IANA time-zone database, from memory)
  it('by the wall clock: a time that comes twice counts twice, one that never comes never', () => {
    const window = validity({ times: { from: '01:15', until: '01:45' } });
    for (const offset of ['+01:00', '+00:00']) {
      expect(inForce(window, { day: '2026-10-25', time: '01:30:00', offset })).toBeTrue();
    }
    const jumped = ['00:59', '02:00'].map((time) => inForce(window, at('2026-03-29', time)));
    expect(jumped).toEqual([false, false]);
  });

  it('knows the weekdays of the calendar', () => {
    // 1 January 1970 was a Thursday, 29 February 2000 a Tuesday, 1 January 1900 a Monday (from memory)
    expect(['1970-01-01', '2000-02-29', '1900-01-01', '2026-11-26'].map(weekdayOf)).toEqual([
      4, 2, 1, 4,
    ]);
    for (let day = 0; day < 4000; day += 1) {
      const date = new Date(Date.UTC(1969, 0, 1 + day * 7 + (day % 7)));
      const [text = ''] = date.toISOString().split('T');
      expect(weekdayOf(text)).toBe(((date.getUTCDay() + 6) % 7) + 1);
    }
  });
});

describe('the hours of a day in which a rule is in force', () => {
  it('are all of it, a window, or two where one goes past midnight', () => {
    expect(hoursInForce(validity({}), '2026-11-24')).toEqual([{ from: 0, until: 1440 }]);
    const evening = validity({ weekdays: [2], times: { from: '18:30', until: '20:00' } });
    expect(hoursInForce(evening, '2026-11-24')).toEqual([{ from: 1110, until: 1200 }]);
    expect(hoursInForce(evening, '2026-11-25')).toEqual([]);
    const night = validity({ weekdays: [2, 3], times: { from: '22:00', until: '02:00' } });
    expect(hoursInForce(night, '2026-11-25')).toEqual([
      { from: 0, until: 120 },
      { from: 1320, until: 1440 },
    ]);
    const toMidnight = validity({ times: { from: '22:00', until: '00:00' } });
    expect(hoursInForce(toMidnight, '2026-11-25')).toEqual([{ from: 1320, until: 1440 }]);
  });

  it('are the minutes at which it is in force, and no others', () => {
    const times = fc
      .tuple(fc.integer({ min: 0, max: 1439 }), fc.integer({ min: 0, max: 1439 }))
      .filter(([from, until]) => from !== until)
      .map(([from, until]) => ({ from: clock(from), until: clock(until) }));
    const validities = fc.record({
      days: fc.constantFrom(
        { from: null, until: null },
        { from: '2026-11-24', until: null },
        { from: null, until: '2026-11-24' },
      ),
      weekdays: fc.constantFrom(null, [2], [2, 3], [7]),
      times: fc.option(times, { freq: 4 }),
    });
    const days = fc.constantFrom('2026-11-23', '2026-11-24', '2026-11-25', '2026-11-26');
    fc.assert(
      fc.property(validities, days, fc.integer({ min: 0, max: 1439 }), (one, day, minute) => {
        const within = hoursInForce(one, day).some(
          ({ from, until }) => minute >= from && minute < until,
        );
        return within === inForce(one, at(day, clock(minute)));
      }),
      { numRuns: runs(5000) },
    );
  });

  const clock = (minute: number): string =>
    [Math.floor(minute / 60), minute % 60].map((part) => String(part).padStart(2, '0')).join(':');
});
