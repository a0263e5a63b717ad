import { decimal, isDecimalText, print, type Writer } from '@honest-ledger/engine';
import { writeCalendarDay } from './dates';

const MINUS = '−';
/** What the engine prints after the decimals of a number that does not end. */
const ENDLESS = '...';
const formatters = new Map<number, Intl.NumberFormat>();

/**
 * A plain decimal as the reader's locale writes it, with the digits it has and a true minus sign.
 * Exact: the text goes to `Intl` as text.
 */
export function writeNumber(decimal: string): string {
  if (decimal.endsWith(ENDLESS)) return `${writeNumber(decimal.slice(0, -ENDLESS.length))}…`;
  const digits = decimal.split('.')[1]?.length ?? 0;
  return formatter(digits)
    .format(decimal as Intl.StringNumericLiteral)
    .replace('-', MINUS);
}

/** Numbers and days as the reader's locale writes them, for sentences. */
export const writer: Writer = { number: writeNumber, day: writeCalendarDay };

/** The same, always with its sign: −2.208, +0.008, and no sign on zero. */
export function writeChange(decimal: string): string {
  const written = writeNumber(decimal);
  return /^[-0.]+$/.test(decimal) || decimal.startsWith('-') ? written : `+${written}`;
}

/**
 * What somebody typed as a plain decimal, with either decimal mark; null where it is none. A text
 * with both marks, or a mark twice, is none: it could be read two ways.
 */
export function readNumber(typed: string): string | null {
  const text = typed
    .trim()
    .replace(MINUS, '-')
    .replace(/^([+-]?\d*),(\d*)$/, '$1.$2');
  const whole = text.replace(/^([+-]?)\./, '$10.').replace(/\.$/, '');
  return isDecimalText(whole) ? print(decimal(whole)) : null;
}

/** A plain decimal as it is typed: the reader's decimal mark, no grouping. */
export function typedNumber(decimal: string): string {
  return decimal.replace('.', decimalMark());
}

function decimalMark(): string {
  return (
    formatter(1)
      .formatToParts(1.5)
      .find(({ type }) => type === 'decimal')?.value ?? '.'
  );
}

function formatter(digits: number): Intl.NumberFormat {
  const found = formatters.get(digits);
  if (found) return found;
  const made = new Intl.NumberFormat(undefined, {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  });
  formatters.set(digits, made);
  return made;
}

/** A sentence in which no line ends between a figure and its percent sign. */
export function unbroken(sentence: string): string {
  return sentence.replaceAll(' %', '\u00a0%');
}
