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
  withDigits,
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
 * A whole break in one sentence: "All items in Clay, counted per line in bags; at least 10: 5 % off
 * every unit; at least 25: 12 % off every unit; after the price level."
 */
export function breakSentence(one: Break, names: Names, write: Writer = plainWriter): string {
  const goods = one.scopes.map((scope) => scopeWords(scope, names)).join(' and ');
  const tiers = one.tiers.map(({ from, adjustment }) => {
    const what = tierWords(adjustment, one.currency, write);
    const threshold = thresholdWords(from, one, write);
    if (one.mode === 'incremental') return `from ${threshold} on: ${what}`;
    return `at least ${threshold}: ${everyUnit(what, adjustment)}`;
  });
  const said = [
    `${goods === '' ? 'no items yet' : goods}, ${countWords(one, names)}`,
    ...(one.mode === 'incremental' ? ['incremental'] : []),
    ...tiers,
    [basisWords(one, names), ...limitWords(one, names, write)].join(', '),
  ];
  const sentence = said.join('; ');
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`;
}

/** "5 % off every unit", "7.50 EUR for every unit" */
function everyUnit(what: string, { kind }: Serialized<TierAdjustment>): string {
  if (kind === 'byRequest') return what;
  if (kind === 'set') return `${what} for every unit`;
  return what.endsWith(' added') ? `${what} to every unit` : `${what} every unit`;
}

/** "12 % off", "7.50 EUR", "price on request" */
export function tierWords(
  adjustment: Serialized<TierAdjustment>,
  currency: string,
  write: Writer = plainWriter,
): string {
  return adjustment.kind === 'byRequest'
    ? 'price on request'
    : bandWords(adjustment, currency, write);
}

/** "5 % off for 24 bags; 1 more bag: 12 % off" */
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
  names: Names,
  write: Writer,
): string {
  const units = (figure: string): string =>
    `${write.number(figure)} ${names.unit(measured, figure)}`;
  const what = tierWords(tier.adjustment, currency, write);
  const reached = incremental
    ? `for those from ${units(tier.from)} on, ${units(counted)} counted`
    : `for ${units(counted)}`;
  const all = tookAll ? ': more than there is, so all of it' : '';
  const read = words === '' ? '' : ` (the customer reads “${words}”)`;
  // what a line of several tiers has not reached yet
  const isMissing =
    isDecimalText(counted) && next && compare(decimal(next.from), decimal(counted)) > 0;
  const missing = isMissing ? print(subtract(decimal(next.from), decimal(counted))) : null;
  const more =
    missing === null || !next
      ? ''
      : `; ${moreWords(missing, measured, names, write)}: ${tierWords(next.adjustment, currency, write)}`;
  return `${what} ${reached}${all}${more}${read}`;
}

/** "2 more bags"; what is converted between units is told without the zeros that this leaves. */
export function moreWords(missing: string, unit: string, names: Names, write: Writer): string {
  const figure = isDecimalText(missing) ? print(withDigits(decimal(missing), 0)) : missing;
  return `${write.number(figure)} more ${names.unit(unit, figure)}`;
}

const COUNT_WORDS: Readonly<Record<BreakCount, string>> = {
  line: 'per line',
  item: 'per item',
  goods: 'across covered items',
  document: 'across the document',
};

function countWords({ count, measure }: Break, names: Names): string {
  switch (measure.kind) {
    case 'quantity':
      return `counted ${COUNT_WORDS[count]}${measure.unit === null ? '' : ` in ${names.unit(measure.unit, '2')}`}`;
    case 'amount':
      return `measured by spend ${COUNT_WORDS[count]}`;
    case 'term':
      return 'measured by the term of each line';
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
      return prices ? `after the price level, ${lower}` : 'after the price level';
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
  if (levels !== null) said.push(`at price level ${listWords(levels.map(names.level))}`);
  if (parties !== null) {
    const who = [
      ...parties.customers,
      ...parties.segments.map((segment) => `segment ${names.segment(segment)}`),
    ];
    said.push(`for ${listWords(who)}`);
  }
  if (outlets !== null) said.push(`at outlet ${listWords(outlets.map(names.outlet))}`);
  const days = windowWords(window, write);
  if (days !== null) said.push(days);
  if (rounding !== null) said.push(`rounded ${roundingSentence(rounding, write)}`);
  if (setUp !== null) {
    said.push(
      `with a set-up charge of ${write.number(setUp.amount)} ${currency} once per customer and item`,
    );
  }
  return said;
}

/** "a, b or c" */
function listWords(words: readonly string[]): string {
  const last = words.at(-1) ?? 'nobody';
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} or ${last}`;
}
