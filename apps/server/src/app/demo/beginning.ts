/** When the demo's firm began to write quotes; what else it writes is so many days later. */
export const BEGINNING = new Date('2026-11-02T08:00:00Z');

export const DAY = 24 * 60 * 60 * 1000;

export function daysLater(days: number): Date {
  return new Date(BEGINNING.getTime() + days * DAY);
}
