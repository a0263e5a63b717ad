import type { WallClock } from '@honest-ledger/contracts';
import type { LocalTime } from '@honest-ledger/engine';
import { Temporal } from 'temporal-polyfill';

const formatters = new Map<string, Intl.DateTimeFormat>();

/** The wall clock of a time zone at an instant. @throws {RangeError} for a zone nobody knows */
export function localTime(instant: Date, timeZone: string): LocalTime {
  const parts = new Map(
    formatter(timeZone)
      .formatToParts(instant)
      .map(({ type, value }) => [type, value]),
  );
  const part = (type: Intl.DateTimeFormatPartTypes): string => parts.get(type) ?? '';
  return {
    day: `${part('year')}-${part('month')}-${part('day')}`,
    time: `${part('hour')}:${part('minute')}:${part('second')}`,
    offset: part('timeZoneName').replace('GMT', '') || '+00:00',
  };
}

/**
 * The instant at which the clock of a time zone shows a date and time: the first one where it shows it
 * twice, and the one that it would be by the time before where it goes forward and never shows it.
 * @throws {RangeError} for a zone nobody knows
 */
export function instantAt(clock: WallClock, timeZone: string): Date {
  return new Date(Temporal.PlainDateTime.from(clock).toZonedDateTime(timeZone).epochMilliseconds);
}

/** Whether the clock of a time zone never shows a date and time, as it goes forward over it. */
export function isSkipped(clock: WallClock, timeZone: string): boolean {
  const { day, time } = localTime(instantAt(clock, timeZone), timeZone);
  return !`${day}T${time}`.startsWith(clock);
}

function formatter(timeZone: string): Intl.DateTimeFormat {
  const found = formatters.get(timeZone);
  if (found) return found;
  const made = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    hourCycle: 'h23',
    timeZoneName: 'longOffset',
  });
  formatters.set(timeZone, made);
  return made;
}
