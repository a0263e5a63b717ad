import type { RepeatTerms } from '@honest-ledger/contracts';
import type { Day } from '@honest-ledger/engine';
import { Temporal } from 'temporal-polyfill';

type Terms = Pick<RepeatTerms, 'every' | 'unit' | 'startsOn' | 'until'>;

/** Of a day in a year that has four digits, as all that are written here have. */
const DAY_LENGTH = 10;
const COUNTED_IN = { day: 'days', week: 'weeks', month: 'months', year: 'years' } as const;

/**
 * The next days on which something repeats, the soonest first. They are counted from the first day, not
 * one from another: what began on the 31st is on the last day of a shorter month, and on the 31st again.
 * @param from none is before this day
 */
export function occasionsFrom(terms: Terms, from: Day, most: number): Day[] {
  const { every, unit, startsOn, until } = terms;
  const first = Temporal.PlainDate.from(startsOn);
  const counted = COUNTED_IN[unit];
  const nth = (n: number): Day => first.add({ [counted]: n * every }).toString();
  const passed = first.until(Temporal.PlainDate.from(from), { largestUnit: counted })[counted];
  let n = Math.max(0, Math.floor(passed / every));
  while (nth(n) < from) n += 1;
  const days = Array.from({ length: most }, (_, more) => nth(n + more));
  return days.filter((day) => day.length === DAY_LENGTH && (until === null || day <= until));
}

/** The day after another. */
export function dayAfter(day: Day): Day {
  return Temporal.PlainDate.from(day).add({ days: 1 }).toString();
}

/** The instant at which a day begins by the clock of a time zone. */
export function beginningOf(day: Day, timeZone: string): Date {
  return new Date(Temporal.PlainDate.from(day).toZonedDateTime(timeZone).epochMilliseconds);
}
