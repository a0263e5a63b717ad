import type {
  Comparison,
  Condition,
  LineEffect,
  NumberFact,
  PriceBase,
  Rule,
  RuleValidity,
} from '../setup/rule';
import type { Printed } from './printed';
import { plainWriter, reachWords, windowWords, type Names, type Writer } from './setup-sentences';

type PrintedRule = Omit<Printed<Rule>, 'id' | 'name' | 'words'>;

/** A whole rule in one sentence, conditions first. */
export function ruleSentence(rule: PrintedRule, names: Names, write: Writer = plainWriter): string {
  const said = [
    `where ${conditionWords(rule.when, rule.currency, names, write)}: ${effectWords(rule.effect, rule.currency, write)}`,
    ...validityWords(rule.validity, write),
    ...(rule.outlets === null ? [] : [`at the outlet ${orWords(rule.outlets)}`]),
    ...(rule.starts.kind === 'code' ? [`with the code ${rule.starts.code}`] : []),
    rule.together ? 'together with other rules' : 'alone',
    ...(rule.stops ? ['and no rule after it'] : []),
    ...(rule.paused ? ['paused'] : []),
  ];
  const sentence = said.join(', ');
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`;
}

/** "the goods are everything under Clay and the quantity is at least 3" */
export function conditionWords(
  condition: Printed<Condition>,
  currency: string,
  names: Names,
  write: Writer = plainWriter,
): string {
  switch (condition.kind) {
    case 'all':
    case 'any':
    case 'none': {
      if (condition.of.length === 0) return condition.kind === 'any' ? 'never' : 'always';
      const parts = condition.of.map((one) => {
        const words = conditionWords(one, currency, names, write);
        return 'of' in one && one.of.length > 1 ? `(${words})` : words;
      });
      if (condition.kind === 'none') return `none of these: ${parts.join('; ')}`;
      return parts.join(condition.kind === 'all' ? ' and ' : ' or ');
    }
    case 'goods':
      return `the item is ${orWords(condition.reaches.map((reach) => reachWords(reach, names)))}`;
    case 'customer':
      return `the customer is ${orWords(condition.customers)}`;
    case 'segment':
      return `the segment is ${orWords(condition.segments)}`;
    case 'currency':
      return `the currency is ${orWords(condition.currencies)}`;
    case 'number':
      return `${factWords(condition.fact, names)} is ${comparisonWords(condition.comparison, moneyOf(condition.fact, currency), write)}`;
  }
}

function factWords(fact: NumberFact, names: Names): string {
  switch (fact.kind) {
    case 'quantity':
      return 'the quantity of the line';
    case 'duration':
      return 'the duration of the line';
    case 'basePrice':
      return 'the base price';
    case 'priceAfterLevel':
      return 'the price after the level';
    case 'priceAfterBreak':
      return 'the price after the break';
    case 'count': {
      const goods = orWords(fact.reaches.map((reach) => reachWords(reach, names)));
      if (fact.of === 'lines') return `the number of lines of ${goods}`;
      return fact.of === 'spend' ? `what is spent on ${goods}` : `the quantity of ${goods}`;
    }
  }
}

/** The currency that a fact is compared in; empty for what is no money. */
function moneyOf(fact: NumberFact, currency: string): string {
  if (fact.kind === 'quantity' || fact.kind === 'duration') return '';
  return fact.kind === 'count' && fact.of !== 'spend' ? '' : ` ${currency}`;
}

const COMPARISON_WORDS = {
  atLeast: 'at least',
  moreThan: 'more than',
  atMost: 'at most',
  lessThan: 'less than',
  exactly: 'exactly',
} as const;

function comparisonWords(comparison: Printed<Comparison>, unit: string, write: Writer): string {
  if (comparison.kind === 'between') {
    return `between ${write.number(comparison.value)} and ${write.number(comparison.to)}${unit}, both included`;
  }
  return `${COMPARISON_WORDS[comparison.kind]} ${write.number(comparison.value)}${unit}`;
}

const BASE_WORDS: Readonly<Record<PriceBase, string>> = {
  running: 'price',
  afterLevel: 'price after the level',
  basePrice: 'base price',
  listPrice: 'list price',
};

/** "10 % off the price", "4.00 EUR off the line for every 4" */
export function effectWords(
  effect: Printed<LineEffect>,
  currency: string,
  write: Writer = plainWriter,
): string {
  switch (effect.kind) {
    case 'percent': {
      const what = signed(effect.percent, ' %', write);
      const of = ` the ${BASE_WORDS[effect.of]}`;
      return `${what}${of}${startWords(effect.startsFrom)}`;
    }
    case 'amountEach': {
      const per = effect.unit === null ? ' each' : ` per ${effect.unit}`;
      return `${signed(effect.amount, ` ${currency}`, write)}${per}${startWords(effect.startsFrom)}`;
    }
    case 'set': {
      const per = effect.unit === null ? ' each' : ` per ${effect.unit}`;
      return `${write.number(effect.price)} ${currency}${per}, ${effect.raises ? 'in any case' : 'where that is lower'}`;
    }
    case 'flat': {
      const every = effect.every === null ? '' : ` for every ${write.number(effect.every)}`;
      return `${signed(effect.amount, ` ${currency}`, write)} the line${every}`;
    }
  }
}

function signed(figure: string, unit: string, write: Writer): string {
  return figure.startsWith('-')
    ? `${write.number(figure.slice(1))}${unit} off`
    : `${write.number(figure.replace('+', ''))}${unit} added to`;
}

function startWords(base: PriceBase): string {
  return base === 'running' ? '' : `, starting from the ${BASE_WORDS[base]}, where that is lower`;
}

const WEEKDAYS = [
  'Mondays',
  'Tuesdays',
  'Wednesdays',
  'Thursdays',
  'Fridays',
  'Saturdays',
  'Sundays',
];

/** "from 1 March 2026", "on Tuesdays", "from 18:00 to 20:00" */
export function validityWords(
  { days, weekdays, times }: RuleValidity,
  write: Writer = plainWriter,
): string[] {
  const window = windowWords(days, write);
  return [
    ...(window === null ? [] : [window]),
    ...(weekdays === null ? [] : [`on ${orWords(weekdays.map((day) => WEEKDAYS[day - 1] ?? ''))}`]),
    ...(times === null ? [] : [`from ${times.from} to ${times.until}`]),
  ];
}

/** "a, b or c" */
function orWords(words: readonly string[]): string {
  const last = words.at(-1) ?? 'none';
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} or ${last}`;
}
