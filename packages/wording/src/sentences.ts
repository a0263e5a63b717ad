import type {
  DocumentName,
  LineProblem,
  NotApplied,
  NotAppliedSubject,
  Serialized,
  Reason,
  RoundingMode,
  WorkingSource,
} from '@honest-ledger/engine';
import { breakStepSentence } from './break-sentences';
import { feesWords, tableStepSentence } from './cost-table-sentences';
import { effectWords } from './effect-sentences';
import { chooserWords, reasonSentence } from './reason-sentences';
import {
  entrySentence,
  plainWriter,
  scopeWords,
  roundingSentence,
  type Names,
  type Writer,
} from './setup-sentences';

import { wordsIn, type TableOfWords, type Told } from './table-of-words';

/** What a reader sees for one step or one thing passed over: a heading and a plain sentence. */
export interface Wording {
  readonly title: string;
  readonly sentence: string;
}

/** Words for a step of the workings. They are made on demand from its structure, never stored. */
export function stepWording(
  source: Serialized<WorkingSource>,
  names: Names,
  write: Writer = plainWriter,
): Wording {
  return wordsIn(STEPS, source, { names, write });
}

const STEPS: TableOfWords<Serialized<WorkingSource>, Wording> = {
  kept: (source) => ({
    title: documentTitle(source.from),
    sentence: `held price per ${source.unit}`,
  }),
  priceByHand: (source) => ({
    title: 'Manual price',
    sentence: `per ${source.unit}: ${source.reason}`,
  }),
  agreement: (source, { write }) => {
    const { agreement, segment } = source;
    const whose = segment ? `of segment ${segment.name}` : 'of the customer';
    return { title: 'Agreed price', sentence: `${whose}, ${datedWords(agreement, write)}` };
  },
  typedPrice: (source, { names, write }) => ({
    title: `Level ${source.level.name}`,
    sentence: `item price of ${names.item(source.typed.item)}, ${datedWords(source.typed, write)}`,
  }),
  basePrice: (source) => {
    const what = source.shared ? `shared price ${source.shared.name}` : `of ${source.item}`;
    const per = source.unit ? ` per ${source.unit}` : '';
    return {
      title: 'Base price',
      sentence: `${what}${per} in version ${String(source.version)}`,
    };
  },
  listPrice: (source) => ({ title: 'List price', sentence: `of ${source.item}` }),
  namedPrice: (source) => ({ title: `${source.name} price`, sentence: `of ${source.item}` }),
  cost: (source, { names }) => {
    const { cost, item, unit } = source;
    return { title: `${capital(names.cost(cost))} cost`, sentence: `of ${item} per ${unit}` };
  },
  fromCost: (source) => ({ title: 'Price', sentence: `of ${source.item}, from its cost` }),
  costTable: (source, { write }) => ({
    title: `Cost table ${source.table.name}`,
    sentence: tableStepSentence(source, write),
  }),
  tableFees: (source, { write }) => {
    const { fees, table } = source;
    return {
      title: 'Fees',
      sentence: `${feesWords(fees, table.currency, write)} covered`,
    };
  },
  pieceCharge: (source, { names }) => {
    const all = source.tookAll ? ': more than there is, so all of it' : '';
    const goods = scopeWords(source.charge.scope, names);
    return { title: 'Charge per unit', sentence: `for ${goods}${all}` };
  },
  tableRounding: (source, { write }) => ({
    title: `Rounded ${roundingSentence(source.rule, write)}`,
    sentence: roundingStep(`cost table ${source.table.name}`, source),
  }),
  levelEntry: (source, { names, write }) => {
    const { level, entry, tookAll } = source;
    const sentence = entrySentence(entry, level.currency, names, write);
    return {
      title: `Level ${level.name}`,
      sentence: tookAll ? `${sentence}: more than there is, so all of it` : sentence,
    };
  },
  levelRounding: (source, { write }) => ({
    title: `Rounded ${roundingSentence(source.rule, write)}`,
    sentence: roundingStep(`level ${source.level.name}`, source),
  }),
  quantityBreak: (source, { names, write }) => ({
    title: `Break ${source.break.name}`,
    sentence: breakStepSentence(source, names, write),
  }),
  breakRounding: (source, { write }) => ({
    title: `Rounded ${roundingSentence(source.rule, write)}`,
    sentence: roundingStep(`break ${source.break.name}`, source),
  }),
  rule: (source, { names, write }) => ({
    title: `Rule ${source.rule.name}`,
    sentence: ruleStepSentence(source, names, write),
  }),
  exchange: (source, { write }) => ({
    title: 'Currency exchange',
    sentence: exchangeSentence(source, write),
  }),
  lineUnit: (source, { write }) => ({
    title: `Per ${source.to.unit}`,
    sentence: unitSentence(source, write),
  }),
  unitRounding: (source) => ({
    title: `Rounded to ${digitsWords(source.digits)}`,
    sentence: `unit prices in ${source.currency}, ${MODE_WORDS[source.mode]}`,
  }),
};

/** Words for something that was considered and did not apply. */
export function notAppliedWording(
  { subject, reasons }: Serialized<NotApplied>,
  names: Names,
  write: Writer = plainWriter,
): Wording {
  return {
    title: subjectTitle(subject, names, write),
    sentence: reasonsSentence(reasons, names, write),
  };
}

/** Every reason why something did not apply, in one sentence. */
export function reasonsSentence(
  reasons: readonly Serialized<Reason>[],
  names: Names,
  write: Writer = plainWriter,
): string {
  return reasons.map((reason) => reasonSentence(reason, names, write)).join('; ');
}

/** Why a line has no price, and what would give it one. */
export function problemSentence(problem: Serialized<LineProblem>, write = plainWriter): string {
  return wordsIn(PROBLEMS, problem, { write });
}

const PROBLEMS: TableOfWords<Serialized<LineProblem>, string, Pick<Told, 'write'>> = {
  itemUnknown: 'Not in the catalogue. Choose another item.',
  unitNotOfItem: (problem) => `Not sold by ${problem.unit}. Choose one of the item’s units.`,
  quantityNotPositive: 'Quantity is zero or less. Enter more than 0.',
  quantityTooFine: (problem) =>
    problem.digits === 0
      ? `Part of a ${problem.unit} is not possible. Enter a whole number.`
      : `Too many decimals for ${problem.unit}. Enter at most ${digitsWords(problem.digits)}.`,
  durationMissing: (problem) => `Priced per ${problem.timeUnit}. Enter how many.`,
  durationNotPositive: 'Duration is zero or less. Enter more than 0.',
  durationNotAsked: 'Not priced by time. Remove the duration.',
  noStartPrice: 'No price. Set a base price, or a price level or cost table that gives one.',
  byRequest: (problem) => `Price on request, by cost table ${problem.table}. Enter a manual price.`,
  tierByRequest: (problem, { write }) =>
    `Price on request from ${write.number(problem.from)}, by break ${problem.break}. Enter a manual price.`,
  noExchangeRate: (problem) =>
    `No ${problem.from} to ${problem.to} rate. Add it under Exchange rates.`,
  roundsToZero: (problem, { write }) =>
    `No price: ${write.number(problem.unitPrice)} rounded to ${digitsWords(problem.digits)} would be zero.`,
};

/** Whose rounding it is, and why a rule that goes down left the price as it was. */
function roundingStep(
  whose: string,
  {
    isBelowAll,
  }: Extract<
    Serialized<WorkingSource>,
    { kind: 'levelRounding' | 'tableRounding' | 'breakRounding' }
  >,
): string {
  const stays = isBelowAll ? '; nothing to round down to, price unchanged' : '';
  return `rounding of ${whose}${stays}`;
}

const MODE_WORDS: Readonly<Record<RoundingMode, string>> = {
  halfAwayFromZero: 'halves away from zero',
  halfToEven: 'halves to the even digit',
  awayFromZero: 'always away from zero',
  towardsZero: 'always towards zero',
};

function digitsWords(digits: number): string {
  return digits === 1 ? '1 decimal' : `${String(digits)} decimals`;
}

/** "7.50 per bag from 10", without its item. */
function datedWords(
  { price, unit, minQuantity }: { price: string; unit: string | null; minQuantity: string },
  write: Writer,
): string {
  const per = unit === null ? '' : ` per ${unit}`;
  const from = /^0+(\.0+)?$/.test(minQuantity) ? '' : ` from ${write.number(minQuantity)}`;
  return `${write.number(price)}${per}${from}`;
}

function exchangeSentence(
  { from, fromRate, toRate, home }: Extract<Serialized<WorkingSource>, { kind: 'exchange' }>,
  write: Writer,
): string {
  const amount = `${write.number(from.amount)} ${from.currency}`;
  const back = fromRate === null ? '' : ` divided by ${write.number(fromRate)}`;
  const on = toRate === null ? '' : ` times ${write.number(toRate)}`;
  const through = fromRate !== null && toRate !== null ? ` (through ${home})` : '';
  return `${amount}${back}${on}${through}`;
}

function unitSentence(
  { from, to }: Extract<Serialized<WorkingSource>, { kind: 'lineUnit' }>,
  write: Writer,
): string {
  return `from the price per ${from.unit}, times ${write.number(to.factor)}${
    from.factor === '1' ? '' : `, divided by ${write.number(from.factor)}`
  }`;
}

function ruleStepSentence(
  { rule, effect, instead, tookAll }: Extract<Serialized<WorkingSource>, { kind: 'rule' }>,
  names: Names,
  write: Writer,
): string {
  const all = tookAll ? ': more than there is, so all of it' : '';
  const read = rule.words === '' ? '' : ` (the customer reads “${rule.words}”)`;
  const before = instead === null ? '' : `, in place of ${write.number(instead)}`;
  return `${effectWords(effect, rule.currency, names, write)}${before}${all}${read}`;
}

function subjectTitle(subject: Serialized<NotAppliedSubject>, names: Names, write: Writer): string {
  return wordsIn(SUBJECTS, subject, { names, write });
}

const SUBJECTS: TableOfWords<Serialized<NotAppliedSubject>> = {
  anyLevel: 'Price level',
  missingLevel: (subject, { names }) => `Price level, ${chooserWords(subject.by, names)}`,
  levelChoice: (subject, { names }) =>
    `Level ${subject.level.name}, ${chooserWords(subject.by, names)}`,
  level: (subject) => `Level ${subject.level.name}`,
  levelEntry: (subject, { names, write }) =>
    entrySentence(subject.entry, subject.level.currency, names, write),
  levelRounding: (subject, { write }) => `Rounding ${roundingSentence(subject.rule, write)}`,
  agreement: (subject, { write }) => {
    const whose = subject.segment ? ` of segment ${subject.segment.name}` : '';
    const { currency } = subject.agreement;
    return `Agreed price${whose}: ${datedWords(subject.agreement, write)} (${currency})`;
  },
  typedPrice: (subject, { write }) =>
    `Item price of level ${subject.level.name}: ${datedWords(subject.typed, write)}`,
  costTable: (subject) => `Cost table ${subject.table.name}`,
  break: (subject) => `Break ${subject.break.name}`,
  rule: (subject) => `Rule ${subject.rule.name}`,
  promise: (subject) => `Price held from ${documentTitle(subject.from)}`,
  discountByHand: 'Manual discount',
};

/** "Quote 1001" */
export function documentTitle({ kind, number }: DocumentName): string {
  return `${capital(kind)} ${String(number)}`;
}

function capital(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}
