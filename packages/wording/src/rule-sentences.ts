import {
  type AskedTest,
  type Comparison,
  type Condition,
  decimal,
  isDecimalText,
  isPositive,
  type NumberFact,
  print,
  type Serialized,
  type Rule,
  type RuleLimits,
  type RuleTrigger,
  type RuleValidity,
  type Scope,
  subtract,
  type Unmet,
  type WordComparison,
  type WordFact,
} from '@honest-ledger/engine';
import { effectWords } from './effect-sentences';
import { orWords } from './or-words';
import { plainWriter, scopeWords, windowWords, type Names, type Writer } from './setup-sentences';

type PrintedRule = Omit<Serialized<Rule>, 'id' | 'name' | 'words'>;

/** A whole rule in one sentence, conditions first. */
export function ruleSentence(rule: PrintedRule, names: Names, write: Writer = plainWriter): string {
  const said = [
    `If ${conditionWords(rule.when, rule.currency, names, write)}: ${effectWords(rule.effect, rule.currency, names, write)}`,
    ...validityWords(rule.validity, write),
    ...(rule.outlets === null ? [] : [`at outlet ${orWords(rule.outlets.map(names.outlet))}`]),
    ...triggerWords(rule.trigger),
    ...limitWords(rule.limits),
  ];
  const sentences = [
    said.join(', '),
    rule.combinable ? 'Combined with other rules' : 'Not combined with other rules',
    ...(rule.stopProcessing ? [stopWords(rule.effect)] : []),
    ...(rule.paused ? ['Paused'] : []),
  ];
  return `${sentences.join('. ')}.`;
}

/** A rule for units stops the others only on the lines of which it takes some. */
function stopWords({ kind }: PrintedRule['effect']): string {
  const forUnits = kind === 'buyAndGet' || kind === 'bundle' || kind === 'allocate';
  return forUnits
    ? 'Later rules are skipped on lines of which it takes units'
    : 'Later rules are skipped';
}

/** "at most 10 uses in total, 1 per customer"; nothing where there is no limit. */
export function limitWords({ inAll, perCustomer }: RuleLimits): readonly string[] {
  const said = [
    ...(inAll === null ? [] : [`${usesWords(inAll)} in total`]),
    ...(perCustomer === null
      ? []
      : [`${inAll === null ? usesWords(perCustomer) : String(perCustomer)} per customer`]),
  ];
  return said.length === 0 ? [] : [`at most ${said.join(', ')}`];
}

/** "1 use", "10 uses" */
export function usesWords(limit: number): string {
  return limit === 1 ? '1 use' : `${String(limit)} uses`;
}

function triggerWords(trigger: RuleTrigger): readonly string[] {
  switch (trigger.kind) {
    case 'automatic':
      return [];
    case 'code':
      return [`with code ${trigger.code}`];
    case 'manual':
      return ['applied manually'];
  }
}

/** "item is in Clay and quantity is at least 3" */
export function conditionWords(
  condition: Serialized<Condition>,
  currency: string,
  names: Names,
  write: Writer = plainWriter,
): string {
  switch (condition.kind) {
    case 'all':
    case 'any':
    case 'none': {
      if (condition.of.length === 0) return condition.kind === 'any' ? 'never' : 'always';
      const [only, ...more] = condition.of;
      if (only && more.length === 0 && condition.kind !== 'none') {
        return conditionWords(only, currency, names, write);
      }
      const parts = condition.of.map((one) => {
        const words = conditionWords(one, currency, names, write);
        return one.kind === 'all' && one.of.length > 1 ? `(${words})` : words;
      });
      if (condition.kind === 'all') return parts.join(' and ');
      const group = condition.kind === 'any' ? 'at least one of' : 'none of';
      return `${group} (${parts.join('; ')})`;
    }
    case 'goods':
      return `item is ${orWords(condition.scopes.map((scope) => whichWords(scope, names)))}`;
    case 'customer':
      return `customer is ${oneOfWords(condition.customers)}`;
    case 'segment':
      return `segment is ${oneOfWords(condition.segments.map(names.segment))}`;
    case 'currency':
      return `currency is ${oneOfWords(condition.currencies)}`;
    case 'number':
      return `${factWords(condition.fact, names)} is ${comparisonWords(condition.comparison, moneyOf(condition.fact, currency), write)}`;
    case 'saved':
      return `condition “${names.condition(condition.condition)}” is met`;
    case 'word':
      return `${factWords(condition.fact, names)} ${wordComparisonWords(named(condition, names), write)}`;
  }
}

/** What an item is that a selection covers: "in Clay", "CL-0207", "by Ebb & Flood in Clay". */
function whichWords(scope: Scope, names: Names): string {
  return scope.kind === 'all' ? 'any item' : scopeWords(scope, names).replace(/^all items /, '');
}

/** What keeps a condition from being met: "quantity is 5; at least 8 needed (3 more)". */
export function unmetWords(
  unmet: readonly Serialized<Unmet>[],
  names: Names,
  write: Writer = plainWriter,
): string {
  if (unmet.length === 0) return 'its conditions are not met';
  return unmet.map((one) => oneUnmet(one, names, write)).join(', and ');
}

function oneUnmet(unmet: Serialized<Unmet>, names: Names, write: Writer): string {
  switch (unmet.kind) {
    case 'holds':
      return `not allowed: ${conditionWords(unmet.condition, unmet.currency, names, write)}`;
    case 'oneOf': {
      if (unmet.of.length === 0) return 'its conditions can never be met';
      const each = unmet.of.map((parts) => unmetWords(parts, names, write));
      return each.length === 1 ? (each[0] ?? '') : each.join(', or ');
    }
    case 'test':
      return unmetTest(unmet, names, write);
  }
}

/** A test with what is there: "quantity is at least 8 (5)". */
export function askedWords(
  { test, actual }: Pick<Serialized<AskedTest>, 'test' | 'actual'>,
  currency: string,
  names: Names,
  write: Writer = plainWriter,
): string {
  const wanted = conditionWords(test, currency, names, write);
  if (actual === null) return `${wanted} (not set)`;
  if (test.kind === 'goods') return wanted;
  return `${wanted} (${actualWords(test, actual, names, write)})`;
}

function actualWords(
  test: Serialized<AskedTest>['test'],
  actual: string,
  names: Names,
  write: Writer,
): string {
  switch (test.kind) {
    case 'number':
      return write.number(actual);
    case 'word':
      return valueFinder(test.fact, names)(actual);
    case 'segment':
      return names.segment(actual);
    default:
      return actual;
  }
}

/** A comparison with the names of what it compares with, where that is chosen from a list. */
function named(
  { fact, comparison }: Pick<WordTest, 'fact' | 'comparison'>,
  names: Names,
): WordTest['comparison'] {
  if (comparison.kind !== 'isOneOf' && comparison.kind !== 'isNoneOf') return comparison;
  return { ...comparison, values: comparison.values.map(valueFinder(fact, names)) };
}

type WordTest = Extract<Serialized<Condition>, { kind: 'word' }>;

/** What a value of a text is called. */
function valueFinder(fact: WordTest['fact'], names: Names): (value: string) => string {
  switch (fact.kind) {
    case 'salesPerson':
    case 'department':
    case 'deliveryMethod':
      return names[fact.kind];
    case 'formOfSupply':
      return names.cost;
    default:
      return (value) => value;
  }
}

function unmetTest(
  { test, actual, currency, unit: per }: Extract<Serialized<Unmet>, { kind: 'test' }>,
  names: Names,
  write: Writer,
): string {
  switch (test.kind) {
    case 'number': {
      const unit = moneyOf(test.fact, currency);
      const fact = factWords(test.fact, names, per);
      const needed = `${comparisonWords(test.comparison, unit, write)} needed`;
      if (actual === null) return `${fact} not set; ${needed}`;
      const more = missingWords(test.comparison, actual, unit, write);
      return `${fact} is ${write.number(actual)}${unit}; ${needed}${more}`;
    }
    case 'word': {
      const fact = factWords(test.fact, names);
      const needed = `${neededWords(named(test, names), write)} needed`;
      if (actual === null) return `${fact} not set; ${needed}`;
      return `${fact} is ${valueFinder(test.fact, names)(actual)}; ${needed}`;
    }
    case 'goods':
      return `item is not ${orWords(test.scopes.map((scope) => whichWords(scope, names)))}`;
    case 'customer':
      return oneNeeded('customer', test.customers, actual);
    case 'segment': {
      const wanted = test.segments.map(names.segment);
      return oneNeeded('segment', wanted, actual === null ? null : names.segment(actual));
    }
    case 'currency':
      return oneNeeded('currency', test.currencies, actual);
    case 'saved':
      return `condition “${names.condition(test.condition)}” is not met`;
  }
}

/** " (3 more)", where so much more is enough. */
function missingWords(
  comparison: Serialized<Comparison>,
  actual: string,
  unit: string,
  write: Writer,
): string {
  const enough = ['atLeast', 'exactly', 'between'].includes(comparison.kind);
  if (!enough || !isDecimalText(actual)) return '';
  const missing = subtract(decimal(comparison.value), decimal(actual));
  return isPositive(missing) ? ` (${write.number(print(missing))}${unit} more)` : '';
}

function wordComparisonWords(comparison: Serialized<WordComparison>, write: Writer): string {
  switch (comparison.kind) {
    case 'isOneOf':
      return `is ${oneOfWords(comparison.values)}`;
    case 'isNoneOf':
      return `is set and none of ${comparison.values.join(', ')}`;
    case 'startsWith':
      return `starts with ${orWords(comparison.values)}`;
    case 'onOrAfter':
      return `is ${write.day(comparison.day)} or later`;
    case 'onOrBefore':
      return `is ${write.day(comparison.day)} or earlier`;
  }
}

/** "segment not set; one of Schools, Colleges needed" */
function oneNeeded(what: string, wanted: readonly string[], actual: string | null): string {
  return `${what} ${actual === null ? 'not set' : `is ${actual}`}; ${oneOfWords(wanted)} needed`;
}

/** What is needed of a word, before "needed": "Schools", "one of a, b", "none of a, b". */
function neededWords(comparison: Serialized<WordComparison>, write: Writer): string {
  if (comparison.kind === 'isNoneOf') return `another than ${orWords(comparison.values)}`;
  if (comparison.kind === 'startsWith') return `one that ${wordComparisonWords(comparison, write)}`;
  return wordComparisonWords(comparison, write).replace(/^is /, '');
}

/** "a", "one of a, b" */
function oneOfWords(values: readonly string[]): string {
  return values.length === 1 ? (values[0] ?? '') : `one of ${values.join(', ')}`;
}

/** What a test looks at; prices and costs are per the base unit, which is named where it is known. */
function factWords(
  fact: Serialized<NumberFact | WordFact>,
  names: Names,
  unit = 'base unit',
): string {
  switch (fact.kind) {
    case 'attribute':
      return `${fact.of}’s ${names.attribute(fact.code)}`;
    case 'unit':
      return 'unit';
    case 'formOfSupply':
      return 'form of supply';
    case 'documentKind':
      return 'document';
    case 'salesPerson':
      return 'sales person';
    case 'department':
      return 'department';
    case 'deliveryMethod':
      return 'delivery method';
    case 'deliveryPostcode':
      return 'delivery postcode';
    case 'shipping':
      return 'shipping';
    case 'quantity':
      return 'quantity';
    case 'duration':
      return 'duration';
    case 'basePrice':
      return `base price per ${unit}`;
    case 'priceAfterLevel':
      return `price per ${unit} after the price level`;
    case 'priceAfterBreak':
      return `price per ${unit} after the break`;
    case 'cost':
      return `cost per ${unit}`;
    case 'margin':
      return 'margin after the break';
    case 'salesBefore':
      return SALES_BEFORE[fact.of];
    case 'count': {
      const goods = orWords(fact.scopes.map((scope) => scopeWords(scope, names)));
      if (fact.of === 'lines') return `number of lines of ${goods}`;
      return fact.of === 'spend' ? `total spend on ${goods}` : `total quantity of ${goods}`;
    }
  }
}

const SALES_BEFORE = {
  anything: 'number of earlier sales to the customer',
  item: 'number of earlier sales of the item to the customer',
  category: 'number of earlier sales of the item’s category to the customer',
} as const;

/** The currency that a fact is compared in; empty for what is no money. */
function moneyOf(fact: Serialized<NumberFact>, currency: string): string {
  switch (fact.kind) {
    case 'quantity':
    case 'duration':
    case 'attribute':
    case 'salesBefore':
      return '';
    case 'margin':
      return ' %';
    case 'count':
      return fact.of === 'spend' ? ` ${currency}` : '';
    default:
      return ` ${currency}`;
  }
}

const COMPARISON_WORDS = {
  atLeast: 'at least',
  moreThan: 'more than',
  atMost: 'at most',
  lessThan: 'less than',
  exactly: 'exactly',
} as const;

function comparisonWords(comparison: Serialized<Comparison>, unit: string, write: Writer): string {
  if (comparison.kind === 'between') {
    return `between ${write.number(comparison.value)} and ${write.number(comparison.to)}${unit}, both included`;
  }
  return `${COMPARISON_WORDS[comparison.kind]} ${write.number(comparison.value)}${unit}`;
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

/** "from 1 March 2026", "Tuesdays", "from 18:00, before 20:00" */
export function validityWords(
  { days, weekdays, times }: RuleValidity,
  write: Writer = plainWriter,
): string[] {
  const window = windowWords(days, write);
  return [
    ...(window === null ? [] : [window]),
    ...(weekdays === null ? [] : [weekdays.map((day) => WEEKDAYS[day - 1] ?? '').join(' and ')]),
    ...(times === null ? [] : [`from ${times.from}, before ${times.until}`]),
  ];
}
