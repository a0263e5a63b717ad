import type { DocumentForm } from './document-form';

/**
 * What of a document's wall clock is not the instant at which it is priced: its offset from UTC, or what
 * the clock of its outlet's zone shows then; null where they agree.
 */
export function unlikeInstant({ pricedAt, facts }: DocumentForm): string | null {
  const { local, outlet } = facts;
  const instant = Math.floor(Date.parse(pricedAt) / 1000);
  const said = Date.parse(`${local.day}T${local.time}${local.offset}`) / 1000;
  if (said !== instant) return `${local.day} ${local.time} ${local.offset}`;
  if (!outlet) return null;
  const shown = new Map(
    new Intl.DateTimeFormat('en-GB', {
      timeZone: outlet.timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
      hourCycle: 'h23',
    })
      .formatToParts(new Date(instant * 1000))
      .map(({ type, value }) => [type, value]),
  );
  const part = (type: Intl.DateTimeFormatPartTypes): string => shown.get(type) ?? '';
  const day = `${part('year')}-${part('month')}-${part('day')}`;
  const time = `${part('hour')}:${part('minute')}:${part('second')}`;
  return day === local.day && time === local.time ? null : `${local.day} ${local.time}`;
}
