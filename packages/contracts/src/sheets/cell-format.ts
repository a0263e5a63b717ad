/** The mark between the whole part of a figure and its decimals. */
export const DECIMAL_MARKS = ['.', ','] as const;
export type DecimalMark = (typeof DECIMAL_MARKS)[number];

/** Which of the two comes first in a day that is written with slashes or dashes. */
export const DAY_ORDERS = ['dayMonthYear', 'monthDayYear'] as const;
export type DayOrder = (typeof DAY_ORDERS)[number];

/** How figures and days are written in a file; null for what the file leaves open. */
export interface CellFormat {
  readonly decimalMark: DecimalMark | null;
  readonly days: DayOrder | null;
}

export const FILE_ENCODINGS = ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252'] as const;
export type FileEncoding = (typeof FILE_ENCODINGS)[number];

/** What stands between the cells of a CSV. */
export const FILE_DELIMITERS = [',', ';', '\t', '|'] as const;
export type FileDelimiter = (typeof FILE_DELIMITERS)[number];

/** Blanks and apostrophes group figures, and are never a decimal mark. */
const BLANK = "[\\s’']";
const BLANKS = new RegExp(BLANK, 'g');
/** Grouped by threes with them. */
const SPACED = new RegExp(`^[1-9]\\d{0,2}(?:${BLANK}\\d{3})+(?![\\d\\s])`);

/** "€", "US$", "CHF", "kr": what stands before or after an amount of money, and per what it is. */
const MONEY = '(?:[A-Z]{0,2}\\p{Sc}|[A-Z]{3}|kr\\.?|Fr\\.)';
const BEFORE = new RegExp(`^([+−-]?)\\s*${MONEY}\\s*`, 'u');
const AFTER = new RegExp(`\\s*(?:%|${MONEY}(?:\\s*/\\s*[\\p{L}\\d]+)?)$`, 'u');

/** A figure without a currency or a percent sign around it; "-" before it stays. */
function bare(text: string): string {
  return text.trim().replace(BEFORE, '$1').replace(AFTER, '').replace('−', '-').replace(/^\+/, '');
}

/**
 * A figure with this decimal mark, as a plain decimal: thousands may be grouped by threes with the
 * other mark, a blank or an apostrophe, and a currency or a percent sign may stand around it. Null for
 * anything else.
 */
export function readFigure(text: string, mark: DecimalMark): string | null {
  const [sign, unsigned] = splitSign(bare(text));
  const spaced = SPACED.test(unsigned);
  const joined = unsigned.replaceAll(BLANKS, '');
  if (!spaced && joined !== unsigned) return null;
  const group = mark === '.' ? ',' : '\\.';
  const decimal = mark === '.' ? '\\.' : ',';
  const whole = spaced ? '\\d+' : `[1-9]\\d{0,2}(?:${group}\\d{3})+|\\d+`;
  const shape = new RegExp(`^(${whole})?(?:${decimal}(\\d*))?$`);
  const read = shape.exec(joined);
  const [, integer = '', digits = ''] = read ?? [];
  if (!read || (integer === '' && digits === '')) return null;
  const plain = integer.replaceAll(/[.,]/g, '').replace(/^0+(?=\d)/, '');
  return `${sign}${plain === '' ? '0' : plain}${digits === '' ? '' : `.${digits}`}`;
}

function splitSign(text: string): readonly [sign: string, unsigned: string] {
  return text.startsWith('-') ? ['-', text.slice(1)] : ['', text];
}

/**
 * The decimal mark that a figure can only have; `either` where it could have both and would be another
 * figure ("1,250"), null where it says nothing ("12") or is no figure.
 */
export function markOf(text: string): DecimalMark | 'either' | null {
  const [point, comma] = [readFigure(text, '.'), readFigure(text, ',')];
  if (point === null && comma === null) return null;
  if (point === null) return ',';
  if (comma === null) return '.';
  return point === comma ? null : 'either';
}

/** A day that exists: ISO 8601, or with points, slashes or dashes; null for anything else. */
export function readDay(text: string, order: DayOrder): string | null {
  const said = text.trim();
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[T ].*)?$/.exec(said);
  const other = otherDay(said);
  const first = other?.isDotted === true || order === 'dayMonthYear';
  const parts = iso
    ? [iso[1], iso[2], iso[3]]
    : other && (first ? [other.year, other.b, other.a] : [other.year, other.a, other.b]);
  if (!parts) return null;
  const [year = '', month = '', day = ''] = parts;
  const full = year.length === 2 ? `20${year}` : year;
  const written = `${full}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  const date = new Date(`${written}T00:00:00Z`);
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(written) ? written : null;
}

interface OtherDay {
  readonly a: string;
  readonly b: string;
  readonly year: string;
  /** With points the day comes first (common practice: DIN 5008 and its like). */
  readonly isDotted: boolean;
}

function otherDay(text: string): OtherDay | null {
  const read = /^(\d{1,2})([./-])(\d{1,2})\2(\d{4}|\d{2})$/.exec(text);
  if (!read) return null;
  const [, a = '', mark, b = '', year = ''] = read;
  return { a, b, year, isDotted: mark === '.' };
}

/** The order that a day can only have; `either` where both are days and differ, else null. */
export function orderOf(text: string): DayOrder | 'either' | null {
  if (otherDay(text.trim())?.isDotted !== false) return null;
  const [day, month] = [readDay(text, 'dayMonthYear'), readDay(text, 'monthDayYear')];
  if (day === null && month === null) return null;
  if (day === null) return 'monthDayYear';
  if (month === null) return 'dayMonthYear';
  return day === month ? null : 'either';
}

/**
 * Finds out how the figures and days of a file are written, cell by cell. What cells contradict each
 * other about, or leave open, is null at the end; what no cell asks is as files of ours have it. Where
 * commas stand between the cells, a point is the decimal mark (common practice: who writes a decimal
 * comma separates cells by something else).
 */
export class FormatFinder {
  constructor(private readonly delimiter: FileDelimiter | null = null) {}

  private readonly marks = new Set<DecimalMark | 'either'>();
  private readonly orders = new Set<DayOrder | 'either'>();

  figure(text: string): void {
    const mark = markOf(text);
    const isPoint = mark === 'either' && this.delimiter === ',' && text.includes('.');
    if (mark) this.marks.add(isPoint ? '.' : mark);
  }

  day(text: string): void {
    const order = orderOf(text);
    if (order) this.orders.add(order);
  }

  found(): CellFormat {
    return {
      decimalMark: decided(this.marks, '.'),
      days: decided(this.orders, 'dayMonthYear'),
    };
  }
}

/** One that is seen decides for what could be either; two that are seen contradict each other. */
function decided<T extends string>(seen: ReadonlySet<T | 'either'>, unasked: T): T | null {
  const sure = [...seen].filter((one): one is T => one !== 'either');
  if (sure.length === 1) return sure[0] ?? null;
  return seen.size === 0 ? unasked : null;
}
