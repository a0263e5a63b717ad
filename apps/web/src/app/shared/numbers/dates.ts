const day = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium' });
const minute = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });
const clock = new Intl.DateTimeFormat(undefined, { timeStyle: 'short' });

/** An instant as the day it falls on here. */
export function writeDay(instant: string): string {
  return day.format(new Date(instant));
}

/** An instant as day and time here. */
export function writeInstant(instant: string): string {
  return minute.format(new Date(instant));
}

/** An instant as the time of day here. */
export function writeClock(instant: string): string {
  return clock.format(new Date(instant));
}

const calendarDay = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeZone: 'UTC' });

/** A calendar day, ISO 8601, as people here write it; it is the same day in every time zone. */
export function writeCalendarDay(day: string): string {
  return calendarDay.format(new Date(`${day}T00:00:00Z`));
}

const wallClock = new Intl.DateTimeFormat(undefined, {
  dateStyle: 'medium',
  timeStyle: 'short',
  timeZone: 'UTC',
});

/** A date and time without a zone, ISO 8601, as people here write it; the same in every time zone. */
export function writeWallClock(clock: string): string {
  return wallClock.format(new Date(`${clock}Z`));
}

const weekday = new Intl.DateTimeFormat(undefined, { dateStyle: 'full' });

/** A moment as the day it is here, with its name: Monday 30 November 2026. */
export function writeWeekday(moment: Date): string {
  return weekday.format(moment);
}
