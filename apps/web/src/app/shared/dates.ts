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
