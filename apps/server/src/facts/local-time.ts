import type { LocalTime } from '@honest-ledger/engine';

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
