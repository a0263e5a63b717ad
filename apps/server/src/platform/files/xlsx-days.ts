/** The formats with a day in them that have a number of their own (ISO/IEC 29500-1, 18.8.30). */
const DAY_FORMATS: ReadonlySet<number> = new Set([
  14, 15, 16, 17, 22, 27, 28, 29, 30, 31, 36, 50, 51, 52, 53, 54, 57, 58,
]);

/** Whether a format of numbers shows a day: by its number, or by its code where it has one. */
export function isDayFormat(id: string, code: string | undefined): boolean {
  if (code === undefined) return DAY_FORMATS.has(Number(id));
  // texts, single characters and what stands in brackets (colours, conditions, languages) are no format
  const bare = code.replaceAll(/"[^"]*"|\\.|\[[^\]]*\]|[_*]./g, '');
  return /[dy]/i.test(bare);
}

const MILLISECONDS_OF_A_DAY = 24 * 60 * 60 * 1000;

/**
 * The day that a number stands for, in ISO 8601; null for none. Sheets count days from 1 January 1900,
 * the first, as if 1900 had been a leap year, or from 1 January 1904, day 0 (ISO/IEC 29500-1, 18.17.4.1).
 */
export function dayOfSerial(serial: number, from1904: boolean): string | null {
  const days = Math.floor(serial);
  if (days < 0 || (!from1904 && (days === 0 || days === 60))) return null;
  const beginning = from1904 ? Date.UTC(1904, 0, 1) : Date.UTC(1899, 11, days < 60 ? 31 : 30);
  const at = new Date(beginning + days * MILLISECONDS_OF_A_DAY);
  return Number.isNaN(at.getTime()) || at.getUTCFullYear() > 9999
    ? null
    : at.toISOString().slice(0, 10);
}
