import type { Level, LevelEntry, Reach } from '../setup/setup';
import type { RoundingRule } from '../number/rounding-rule';
import type { Printed } from './printed';

/** Writes numbers for a reader: a plain decimal in, what the reader's locale makes of it out. */
export type NumberWriter = (decimal: string) => string;

/** Gives the names people know things by. */
export interface Names {
  readonly category: (code: string) => string;
  readonly item: (number: string) => string;
}

/** Numbers as they are stored. */
export const plainNumber: NumberWriter = (decimal) => decimal;

/** "12 % off everything under Clay" */
export function entrySentence(
  { reach, adjustment }: Printed<LevelEntry>,
  names: Names,
  write: NumberWriter = plainNumber,
): string {
  return `${percentWords(adjustment.percent, write)} ${reachWords(reach, names)}`;
}

/** "prices to the nearest 0.05 EUR, never below 1.00 EUR" */
export function roundingSentence(
  { currency, increment, direction, leastPrice }: Printed<RoundingRule>,
  write: NumberWriter = plainNumber,
): string {
  const least = leastPrice === null ? '' : `, never below ${write(leastPrice)} ${currency}`;
  return `${DIRECTION_WORDS[direction]} ${write(increment)} ${currency}${least}`;
}

/** A whole level in one sentence: its entries in order, then its rounding. */
export function levelSentence(
  level: Pick<Printed<Level>, 'entries' | 'rounding'>,
  names: Names,
  write: NumberWriter = plainNumber,
): string {
  const entries = level.entries.map((entry) => entrySentence(entry, names, write));
  if (entries.length === 0) return 'Every item at its base price.';
  const rounded =
    level.rounding === null ? [] : [`prices rounded ${roundingSentence(level.rounding, write)}`];
  const sentence = [...entries, ...rounded].join('; ');
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`;
}

const DIRECTION_WORDS = {
  nearest: 'to the nearest',
  up: 'up to the next',
  down: 'down to the next',
} as const;

function percentWords(percent: string, write: NumberWriter): string {
  if (/^[+-]?0+(\.0+)?$/.test(percent)) return 'the base price for';
  return percent.startsWith('-')
    ? `${write(percent.slice(1))} % off`
    : `${write(percent.replace('+', ''))} % added to`;
}

function reachWords(reach: Reach, names: Names): string {
  switch (reach.kind) {
    case 'item':
      return names.item(reach.item);
    case 'category':
      return `everything under ${names.category(reach.category)}`;
    case 'all':
      return 'everything';
  }
}
