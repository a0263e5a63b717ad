import { readFigure, type DecimalMark } from '@honest-ledger/contracts';
import { decimal, isDecimalText, print } from '@honest-ledger/engine';
import type { Writer } from '@honest-ledger/wording';
import { writeCalendarDay } from './dates';

const MINUS = '−';
/** What the engine prints after the decimals of a number that does not end. */
const ENDLESS = '...';
/** More of them nobody reads. */
const ENDLESS_DIGITS = 4;
const formatters = new Map<number, Intl.NumberFormat>();

/**
 * A plain decimal as the reader's locale writes it, with the digits it has and a true minus sign.
 * Exact: the text goes to `Intl` as text.
 */
export function writeNumber(decimal: string): string {
  if (decimal.endsWith(ENDLESS)) {
    const [whole = '', digits = ''] = decimal.slice(0, -ENDLESS.length).split('.');
    return `${writeNumber(`${whole}.${digits.slice(0, ENDLESS_DIGITS)}`)}…`;
  }
  // what somebody typed that is no number is read as it was typed
  if (!isDecimalText(decimal)) return decimal;
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

/** The marks that a reader's locale writes numbers with. */
export interface NumberMarks {
  readonly decimal: DecimalMark;
  /** Between groups of digits: a mark, a blank, an apostrophe, or nothing. */
  readonly group: string;
}

/** What somebody typed: a number, one of two numbers, or none. */
export type TypedNumber =
  | { readonly kind: 'number'; readonly value: string }
  /** It could be read both ways, and nothing says which is meant. */
  | { readonly kind: 'either'; readonly readings: readonly [string, string] }
  | { readonly kind: 'none' };

/**
 * Reads what somebody typed strictly by their locale: groups only where they are right, and the other
 * mark as the decimal mark only where it can be no group.
 */
export function readTyped(typed: string, marks: NumberMarks = localeMarks()): TypedNumber {
  const text = typed.trim();
  const other = marks.decimal === '.' ? ',' : '.';
  const grouped = readFigure(text, marks.decimal);
  // where the locale groups by another mark, this one was nobody's group for sure
  const isForeign = grouped !== null && text.includes(other) && marks.group !== other;
  const single = text.split(other).length === 2 && !text.includes(marks.decimal);
  const turned = single ? readFigure(text, other) : null;
  if (grouped !== null && !isForeign) return { kind: 'number', value: plain(grouped) };
  if (grouped !== null && turned !== null && single) {
    return { kind: 'either', readings: [plain(grouped), plain(turned)] };
  }
  if (isForeign) return { kind: 'none' };
  const value = turned ?? inOtherGroups(text, marks);
  return value === null ? { kind: 'none' } : { kind: 'number', value: plain(value) };
}

/** Groups of two and three, where the locale writes such. */
function inOtherGroups(text: string, { decimal: mark, group }: NumberMarks): string | null {
  if (group === '' || !text.includes(group)) return null;
  const read = readFigure(text.split(group).join(''), mark);
  return read !== null && writeNumber(read) === text ? read : null;
}

function plain(figure: string): string {
  return print(decimal(figure));
}

/** What somebody typed as a plain decimal; null where it is none, or could be two. */
export function readNumber(typed: string, marks: NumberMarks = localeMarks()): string | null {
  const read = readTyped(typed, marks);
  return read.kind === 'number' ? read.value : null;
}

/** What is wrong with what somebody typed, and what would be right; null where it is a number. */
export function numberProblem(typed: string, marks: NumberMarks = localeMarks()): string | null {
  const read = readTyped(typed, marks);
  switch (read.kind) {
    case 'number':
      return null;
    case 'either': {
      const [one, other] = read.readings.map(typedNumber);
      return `“${typed}” can be ${one ?? ''} or ${other ?? ''}. Enter one of them.`;
    }
    case 'none':
      if (typed === '') return `Enter a number, ${typedNumber('12.50')} for example.`;
      return `“${typed}” is not a number. Enter ${typedNumber('12.50')}, for example.`;
  }
}

/** A plain decimal as it is typed: the reader's decimal mark, no grouping. */
export function typedNumber(decimal: string): string {
  return decimal.replace('.', localeMarks().decimal);
}

let knownMarks: NumberMarks | null = null;

/** Those of the reader's own locale. */
export function localeMarks(): NumberMarks {
  return (knownMarks ??= marksOf());
}

/** The marks of a locale; of the reader's where none is named. */
export function marksOf(locale?: string): NumberMarks {
  const parts = new Intl.NumberFormat(locale, { minimumFractionDigits: 1 }).formatToParts(
    1234567.5,
  );
  const mark = (type: Intl.NumberFormatPartTypes): string =>
    parts.find((part) => part.type === type)?.value ?? '';
  return { decimal: mark('decimal') === ',' ? ',' : '.', group: mark('group') };
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
