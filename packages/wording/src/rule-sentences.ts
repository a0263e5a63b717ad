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
    ...(rule.outlets === null ? [] : [`at the outlet ${orWords(rule.outlets)}`]),
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

/** "at most 10 times in all", "at most once for each customer"; nothing where there is no limit. */
export function limitWords({ inAll, perCustomer }: RuleLimits): readonly string[] {
  const often = (limit: number): string => (limit === 1 ? 'once' : `${String(limit)} times`);
  return [
    ...(inAll === null ? [] : [`at most ${often(inAll)} in all`]),
    ...(perCustomer === null ? [] : [`at most ${often(perCustomer)} for each customer`]),
  ];
}

function triggerWords(trigger: RuleTrigger): readonly string[] {
  switch (trigger.kind) {
    case 'automatic':
      return [];
    case 'code':
      return [`with the code ${trigger.code}`];
    case 'manual':
      return ['where somebody applies it'];
  }
}

/** "the goods are all items in Clay and the quantity is at least 3" */
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
      const parts = condition.of.map((one) => {
        const words = conditionWords(one, currency, names, write);
        return 'of' in one && one.of.length > 1 ? `(${words})` : words;
      });
      if (condition.kind === 'none') return `none of these: ${parts.join('; ')}`;
      return parts.join(condition.kind === 'all' ? ' and ' : ' or ');
    }
    case 'goods':
      return `the item is ${orWords(condition.scopes.map((scope) => whichWords(scope, names)))}`;
    case 'customer':
      return `the customer is ${orWords(condition.customers)}`;
    case 'segment':
      return `the segment is ${orWords(condition.segments)}`;
    case 'currency':
      return `the currency is ${orWords(condition.currencies)}`;
    case 'number':
      return `${factWords(condition.fact, names)} is ${comparisonWords(condition.comparison, moneyOf(condition.fact, currency), write)}`;
    case 'saved':
      return `“${names.condition(condition.condition)}” holds`;
    case 'word':
      return `${factWords(condition.fact, names)} ${wordComparisonWords(condition.comparison, write)}`;
  }
}

/** What an item is that a selection covers: "in Clay", "CL-0207", "by Ebb & Flood in Clay". */
function whichWords(scope: Scope, names: Names): string {
  return scope.kind === 'all' ? 'any item' : scopeWords(scope, names).replace(/^all items /, '');
}

/** What keeps a condition from holding: "the quantity of the line is 5, not at least 8: 3 more are needed". */
export function unmetWords(
  unmet: readonly Serialized<Unmet>[],
  names: Names,
  write: Writer = plainWriter,
): string {
  if (unmet.length === 0) return 'its conditions do not hold';
  return unmet.map((one) => oneUnmet(one, names, write)).join('; and ');
}

function oneUnmet(unmet: Serialized<Unmet>, names: Names, write: Writer): string {
  switch (unmet.kind) {
    case 'holds':
      return `it must not be that ${conditionWords(unmet.condition, unmet.currency, names, write)}`;
    case 'oneOf': {
      if (unmet.of.length === 0) return 'its conditions never hold';
      const each = unmet.of.map((parts) => unmetWords(parts, names, write));
      return each.length === 1 ? (each[0] ?? '') : `one of these would do: ${each.join(' | ')}`;
    }
    case 'test':
      return unmetTest(unmet, names, write);
  }
}

/** A test with what is there: "the quantity of the line is at least 8 (5)". */
export function askedWords(
  { test, actual }: Pick<Serialized<AskedTest>, 'test' | 'actual'>,
  currency: string,
  names: Names,
  write: Writer = plainWriter,
): string {
  const wanted = conditionWords(test, currency, names, write);
  if (actual === null) return `${wanted} (not known)`;
  if (test.kind === 'goods') return wanted;
  return `${wanted} (${test.kind === 'number' ? write.number(actual) : actual})`;
}

function unmetTest(
  { test, actual, currency, unit: per }: Extract<Serialized<Unmet>, { kind: 'test' }>,
  names: Names,
  write: Writer,
): string {
  const wanted = conditionWords(test, currency, names, write);
  if (actual === null) return `it needs that ${wanted}, which is not known`;
  switch (test.kind) {
    case 'number': {
      const unit = moneyOf(test.fact, currency);
      const not = comparisonWords(test.comparison, unit, write);
      const more = missingWords(test.comparison, actual, unit, write);
      return `${factWords(test.fact, names, per)} is ${write.number(actual)}${unit}, not ${not}${more}`;
    }
    case 'word':
      return `${factWords(test.fact, names)} is ${actual}, and it needs one that ${wordComparisonWords(test.comparison, write)}`;
    default:
      return `it needs that ${wanted}`;
  }
}

/** ": 3 more are needed", where so much more is enough. */
function missingWords(
  comparison: Serialized<Comparison>,
  actual: string,
  unit: string,
  write: Writer,
): string {
  const enough = ['atLeast', 'exactly', 'between'].includes(comparison.kind);
  if (!enough || !isDecimalText(actual)) return '';
  const missing = subtract(decimal(comparison.value), decimal(actual));
  return isPositive(missing) ? `: ${write.number(print(missing))}${unit} more needed` : '';
}

function wordComparisonWords(comparison: Serialized<WordComparison>, write: Writer): string {
  switch (comparison.kind) {
    case 'isOneOf':
      return `is ${orWords(comparison.values)}`;
    case 'isNoneOf':
      return `is known and not ${orWords(comparison.values)}`;
    case 'startsWith':
      return `starts with ${orWords(comparison.values)}`;
    case 'onOrAfter':
      return `is ${write.day(comparison.day)} or later`;
    case 'onOrBefore':
      return `is ${write.day(comparison.day)} or earlier`;
  }
}

/** What a test looks at; prices and costs are per the base unit, which is named where it is known. */
function factWords(
  fact: Serialized<NumberFact | WordFact>,
  names: Names,
  unit = 'base unit',
): string {
  switch (fact.kind) {
    case 'attribute':
      return `the ${fact.of}’s ${names.attribute(fact.code)}`;
    case 'unit':
      return 'the unit of the line';
    case 'formOfSupply':
      return 'the form of supply';
    case 'documentKind':
      return 'the kind of document';
    case 'salesPerson':
      return 'the sales person';
    case 'department':
      return 'the department';
    case 'deliveryMethod':
      return 'the delivery method';
    case 'deliveryPostcode':
      return 'the postcode of the delivery';
    case 'shipping':
      return 'the shipping';
    case 'quantity':
      return 'the quantity of the line';
    case 'duration':
      return 'the duration of the line';
    case 'basePrice':
      return `the base price per ${unit}`;
    case 'priceAfterLevel':
      return `the price per ${unit} after the level`;
    case 'priceAfterBreak':
      return `the price per ${unit} after the break`;
    case 'cost':
      return `the cost per ${unit}`;
    case 'margin':
      return 'the margin after the break';
    case 'salesBefore':
      return SALES_BEFORE[fact.of];
    case 'count': {
      const goods = orWords(fact.scopes.map((scope) => scopeWords(scope, names)));
      if (fact.of === 'lines') return `the number of lines of ${goods}`;
      return fact.of === 'spend' ? `what is spent on ${goods}` : `the quantity of ${goods}`;
    }
  }
}

const SALES_BEFORE = {
  anything: 'the number of sales to the customer before',
  item: 'the number of sales of the item to the customer before',
  category: 'the number of sales of the item’s category to the customer before',
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
