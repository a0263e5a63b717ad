import {
  type BreakCount,
  type BreakMeasure,
  compare,
  decimal,
  isDecimalText,
  print,
  type Serialized,
  type QuantityBreak,
  subtract,
  type TierAdjustment,
  type WorkingSource,
} from '@honest-ledger/engine';
import {
  bandWords,
  plainWriter,
  scopeWords,
  roundingSentence,
  windowWords,
  type Names,
  type Writer,
} from './setup-sentences';

type Break = Omit<Serialized<QuantityBreak>, 'id' | 'name' | 'words'>;

/**
 * A whole break in one sentence: "All items in Clay, counted on each line in bag: 5 % off from
 * 10, 12 % off from 25, on every unit, after the level."
 */
export function breakSentence(one: Break, names: Names, write: Writer = plainWriter): string {
  const goods = one.scopes.map((scope) => scopeWords(scope, names)).join(' and ');
  const tiers = one.tiers.map(
    ({ from, adjustment }) =>
      `${tierWords(adjustment, one.currency, write)} from ${thresholdWords(from, one, write)}`,
  );
  const said = [
    `${goods === '' ? 'nothing yet' : goods}, ${countWords(one)}: ${tiers.join(', ')}`,
    one.mode === 'incremental' ? 'each tier for its own units' : 'on every unit',
    basisWords(one, names),
    ...limitWords(one, names, write),
  ];
  const sentence = said.join(', ');
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`;
}

/** "12 % off", "7.50 EUR", "price by request" */
export function tierWords(
  adjustment: Serialized<TierAdjustment>,
  currency: string,
  write: Writer = plainWriter,
): string {
  return adjustment.kind === 'byRequest'
    ? 'price by request'
    : bandWords(adjustment, currency, write);
}

/** "12 % off from 25 bag; 40 bag are counted" */
export function breakStepSentence(
  {
    break: { currency, words },
    tier,
    counted,
    measured,
    incremental,
    tookAll,
    next,
  }: Serialized<Extract<WorkingSource, { kind: 'quantityBreak' }>>,
  write: Writer,
): string {
  const what = `${tierWords(tier.adjustment, currency, write)} from ${write.number(tier.from)} ${measured}`;
  const own = incremental ? ', for the units of this tier' : '';
  const all = tookAll ? ': more than there is, so all of it' : '';
  const read = words === '' ? '' : ` (the customer reads “${words}”)`;
  // what a line of several tiers has not reached yet
  const isMissing =
    isDecimalText(counted) && next && compare(decimal(next.from), decimal(counted)) > 0;
  const more = isMissing
    ? `; ${write.number(print(subtract(decimal(next.from), decimal(counted))))} more ${measured} would bring ${tierWords(next.adjustment, currency, write)}`
    : '';
  return `${what}${own}${all}; ${write.number(counted)} ${measured} counted${more}${read}`;
}

const COUNT_WORDS: Readonly<Record<BreakCount, string>> = {
  line: 'on each line',
  item: 'over all lines of an item',
  goods: 'over all these goods together',
  document: 'over the whole document',
};

function countWords({ count, measure }: Break): string {
  switch (measure.kind) {
    case 'quantity':
      return `counted ${COUNT_WORDS[count]}${measure.unit === null ? '' : ` in ${measure.unit}`}`;
    case 'amount':
      return `by what is spent ${COUNT_WORDS[count]}`;
    case 'term':
      return 'by the term of each line';
  }
}

function thresholdWords(
  from: string,
  { measure, currency }: { readonly measure: BreakMeasure; readonly currency: string },
  write: Writer,
): string {
  return measure.kind === 'amount' ? `${write.number(from)} ${currency}` : write.number(from);
}

function basisWords({ basis, always, tiers }: Break, names: Names): string {
  const prices = tiers.some(({ adjustment }) => adjustment.kind === 'set');
  const lower = always ? 'even if higher' : 'only if lower';
  switch (basis.kind) {
    case 'afterLevel':
      return prices ? `after the level, ${lower}` : 'after the level';
    case 'basePrice':
      return `of the base price, ${lower}`;
    case 'cost':
      return `of the ${names.cost(basis.cost)} cost, ${lower}`;
  }
}

function limitWords(
  { levels, parties, outlets, window, rounding, setUp, currency }: Break,
  names: Names,
  write: Writer,
): string[] {
  const said: string[] = [];
  if (levels !== null) said.push(`at ${listWords(levels.map(names.level))}`);
  if (parties !== null) {
    const who = [
      ...parties.customers,
      ...parties.segments.map((segment) => `the segment ${segment}`),
    ];
    said.push(`for ${listWords(who)}`);
  }
  if (outlets !== null) said.push(`at the outlet ${listWords(outlets)}`);
  const days = windowWords(window, write);
  if (days !== null) said.push(days);
  if (rounding !== null) said.push(`rounded ${roundingSentence(rounding, write)}`);
  if (setUp !== null) {
    said.push(
      `with a set-up charge of ${write.number(setUp.amount)} ${currency} once for each customer and item`,
    );
  }
  return said;
}

/** "a, b or c" */
function listWords(words: readonly string[]): string {
  const last = words.at(-1) ?? 'nobody';
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} or ${last}`;
}
