import { holds, type Day } from '../../setup/dates';
import type { LocalTime } from '../../setup/facts';
import type { RuleValidity } from '../../setup/rule';

/**
 * Whether a rule is in force at a moment of an outlet's wall clock. A window past midnight belongs to
 * the day on which it began: on its early side, the days and weekdays are those of the day before.
 */
export function inForce({ days, weekdays, times }: RuleValidity, local: LocalTime): boolean {
  if (!times) return onDay(days, weekdays, local.day);
  const now = local.time;
  const [from, until] = [`${times.from}:00`, `${times.until}:00`];
  if (from < until) return now >= from && now < until && onDay(days, weekdays, local.day);
  if (now >= from) return onDay(days, weekdays, local.day);
  return now < until && onDay(days, weekdays, dayBefore(local.day));
}

/** As long ahead is looked for a moment: a rule for the 29th of February has one by then. */
const DAYS_AHEAD = 1500;

/** The first moment from one on at which a rule is in force, by noon or by when its hours begin. */
export function firstInForce(validity: RuleValidity, local: LocalTime): LocalTime | null {
  if (inForce(validity, local)) return local;
  const { days, times } = validity;
  let day = days.from !== null && days.from > local.day ? days.from : local.day;
  for (let ahead = 0; ahead < DAYS_AHEAD; ahead += 1) {
    const at = { ...local, day, time: times ? `${times.from}:00` : '12:00:00' };
    const isPast = day === local.day && at.time < local.time;
    if (!isPast && inForce(validity, at)) return at;
    day = dayAfter(day);
  }
  return null;
}

function onDay(days: RuleValidity['days'], weekdays: RuleValidity['weekdays'], day: Day): boolean {
  return holds(days, day) && (weekdays === null || weekdays.includes(weekdayOf(day)));
}

/** 1 for Monday to 7 for Sunday, by the Gregorian calendar. */
export function weekdayOf(day: Day): number {
  return ((((daysSinceEpoch(day) + 3) % 7) + 7) % 7) + 1; // 1 January 1970 was a Thursday
}

function dayBefore(day: Day): Day {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  if (date > 1) return text(year, month, date - 1);
  const [y, m] = month > 1 ? [year, month - 1] : [year - 1, 12];
  return text(y, m, daysInMonth(y, m));
}

function dayAfter(day: Day): Day {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  if (date < daysInMonth(year, month)) return text(year, month, date + 1);
  return month < 12 ? text(year, month + 1, 1) : text(year + 1, 1, 1);
}

function text(year: number, month: number, date: number): Day {
  const two = (part: number): string => String(part).padStart(2, '0');
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(date)}`;
}

function daysInMonth(year: number, month: number): number {
  if (month === 2) return year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0) ? 29 : 28;
  return [4, 6, 9, 11].includes(month) ? 30 : 31;
}

/** Days from 1 January 1970; arithmetic on the calendar, without any clock. */
function daysSinceEpoch(day: Day): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  let days = date - 1;
  for (let m = 1; m < month; m += 1) days += daysInMonth(year, m);
  const before = year - 1;
  const leaps = Math.floor(before / 4) - Math.floor(before / 100) + Math.floor(before / 400);
  return days + 365 * (year - 1970) + leaps - 477; // 477 leap years before 1970
}

/** Part of a day by a wall clock, in minutes from midnight: the start included, the end not. */
export interface DayHours {
  readonly from: number;
  readonly until: number;
}

export const MINUTES_OF_DAY = 24 * 60;

/** The parts of a day in which a rule is in force, in their order; what goes past midnight is two. */
export function hoursInForce({ days, weekdays, times }: RuleValidity, day: Day): DayHours[] {
  const begunToday = onDay(days, weekdays, day);
  if (!times) return begunToday ? [{ from: 0, until: MINUTES_OF_DAY }] : [];
  const [from, until] = [minutesOf(times.from), minutesOf(times.until)];
  if (from < until) return begunToday ? [{ from, until }] : [];
  const begunYesterday = until > 0 && onDay(days, weekdays, dayBefore(day));
  return [
    ...(begunYesterday ? [{ from: 0, until }] : []),
    ...(begunToday ? [{ from, until: MINUTES_OF_DAY }] : []),
  ];
}

function minutesOf(time: string): number {
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  return hours * 60 + minutes;
}
