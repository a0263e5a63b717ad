import {
  compare,
  decimal,
  type LineWithPrice,
  print,
  type Serialized,
  subtract,
  sum,
  ZERO,
} from '@honest-ledger/engine';
import { discountWords, wordsOfUnits } from './customer-words';
import { plainWriter, type Writer } from './setup-sentences';

/** A row of a line on paper: units at a price, or something that is done to the line as a whole. */
export interface PdfRow {
  /** Null for what is done to the line. */
  readonly units: {
    readonly quantity: string;
    readonly unit: string;
    /** Of goods priced by time: for how much of it. */
    readonly duration: string | null;
    readonly each: string;
  } | null;
  readonly words: string;
  readonly amount: string;
}

/** A line as its customer reads it: the amounts of its rows add up to its own. */
export interface PdfLine {
  readonly rows: readonly PdfRow[];
  /** What lowered or set its unit prices, in words for the customer. */
  readonly words: readonly string[];
  readonly amount: string;
}

/**
 * Everything that a line comes to, row by row. The amount of units is their quantity times their price
 * (times the duration), rounded; whatever else is done has its customer's words, or the rule's name.
 */
export function pdfLine(line: Serialized<LineWithPrice>, write: Writer = plainWriter): PdfLine {
  const { slices, flats, shares, discount, floor, kept, duration, amount } = line;
  const units = slices.map(({ quantity, unit, unitPrice: each, amount: own }): PdfRow => ({
    units: { quantity, unit, duration, each },
    words: '',
    amount: own,
  }));
  const done = [
    ...flats.map(({ rule, amount: own }) => whole(rule.words || rule.name, own)),
    ...shares
      .filter(({ of }) => of === 'group')
      .map(({ rule, amount: own }) => whole(rule.words || rule.name, own)),
    ...(discount ? [whole(capital(discountWords(discount.off)), discount.amount)] : []),
    ...(floor ? [whole('Price adjustment', floor.lifted)] : []),
  ];
  const told = [...units, ...done];
  // what was promised has what was done to it in one amount
  const rest = subtract(decimal(amount), sum(told.map((row) => decimal(row.amount))));
  const promised = kept ? kept.words.join(', ') || 'As agreed' : 'Rounding';
  const rows = [...told, whole(promised, print(rest))].filter(
    (row) => row.units !== null || !isZero(row.amount),
  );
  const words = kept && !isZero(print(rest)) ? [] : (kept?.words ?? wordsOfUnits(line, write));
  return { rows, words, amount };
}

function whole(words: string, amount: string): PdfRow {
  return { units: null, words, amount };
}

function isZero(amount: string): boolean {
  return compare(decimal(amount), ZERO) === 0;
}

function capital(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}
