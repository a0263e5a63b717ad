import type { RuleSummary } from '@honest-ledger/contracts';
import {
  hoursInForce,
  inForce,
  isAtOutlet,
  MINUTES_OF_DAY,
  type DayHours,
} from '@honest-ledger/engine';

/** A moment of a wall clock. */
export interface Moment {
  /** ISO 8601. */
  readonly day: string;
  /** 24 hours: 18:30. */
  readonly time: string;
}

/** A rule over some days. */
export interface CalendarRow {
  readonly rule: RuleSummary;
  /** The hours of each day in which it is in force. */
  readonly days: readonly (readonly DayHours[])[];
  /** Whether it is in force at the moment that is looked at. */
  readonly now: boolean;
}

/** Days from one on. */
export function daysFrom(first: string, count: number): readonly string[] {
  return Array.from({ length: count }, (_, at) => dayLater(first, at));
}

/** The day some days later, or earlier, by the calendar. */
export function dayLater(day: string, days: number): string {
  const date = new Date(`${day}T00:00:00Z`);
  date.setUTCDate(date.getUTCDate() + days);
  return date.toISOString().slice(0, 10);
}

/**
 * The rules that are in force at an outlet on one of some days, in the order of the list; paused ones
 * are left out.
 * @param outlet null for wherever they are
 */
export function calendarRows(
  rules: readonly RuleSummary[],
  outlet: string | null,
  days: readonly string[],
  moment: Moment,
): readonly CalendarRow[] {
  const local = { day: moment.day, time: `${moment.time}:00`, offset: '+00:00' };
  return rules
    .filter(({ content: { paused, outlets } }) => {
      if (paused) return false;
      return outlet === null || isAtOutlet(outlets, outlet);
    })
    .map((rule) => ({
      rule,
      days: days.map((day) => hoursInForce(rule.content.validity, day)),
      now: inForce(rule.content.validity, local),
    }))
    .filter(({ days: hours, now }) => now || hours.some((one) => one.length > 0));
}

/** How many rules at most are in force at once on a day. */
export function mostAtOnce(rows: readonly CalendarRow[], day: number): number {
  const starts = rows.flatMap(({ days }) => days[day] ?? []);
  const at = ({ from }: DayHours): number =>
    starts.filter((one) => one.from <= from && from < one.until).length;
  return Math.max(0, ...starts.map(at));
}

/** "18:30 to 20:00", "all day", "not" */
export function hoursWords(hours: readonly DayHours[]): string {
  if (hours.length === 0) return 'not';
  return hours
    .map(({ from, until }) =>
      from === 0 && until === MINUTES_OF_DAY ? 'all day' : `${clock(from)} to ${clock(until)}`,
    )
    .join(' and ');
}

function clock(minutes: number): string {
  return [Math.floor(minutes / 60), minutes % 60]
    .map((part) => String(part).padStart(2, '0'))
    .join(':');
}
