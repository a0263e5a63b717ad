import type { DocumentTest } from '../../compile/compile-rule';
import type { CurrencyCode } from '../../number/currency';
import { compareExact, type Exact } from '../../number/exact';
import type { CustomerFacts } from '../../setup/facts';
import type { Comparison, Condition, Rule, RuleTest, WordComparison } from '../../setup/rule';
import type { Unmet } from '../../result/workings';
import {
  isAmong,
  numberFact,
  wordFact,
  type DocumentBeforeRules,
  type LineBeforeRules,
} from './rule-facts';

/** Whether a rule's condition holds for a line. */
export function holdsFor(
  condition: Condition,
  rule: Rule,
  line: LineBeforeRules,
  document: DocumentBeforeRules,
): boolean {
  switch (condition.kind) {
    case 'all':
      return condition.of.every((one) => holdsFor(one, rule, line, document));
    case 'any':
      return condition.of.some((one) => holdsFor(one, rule, line, document));
    case 'none':
      return !condition.of.some((one) => holdsFor(one, rule, line, document));
    default:
      return testHolds(condition, rule, line, document);
  }
}

/** Whether one test holds; false where a fact that it asks for is missing. */
export function testHolds(
  test: RuleTest,
  rule: Rule,
  line: LineBeforeRules,
  document: DocumentBeforeRules,
): boolean {
  const { context } = document;
  switch (test.kind) {
    case 'goods':
      return isAmong(line.inProgress, test.scopes);
    case 'customer':
    case 'segment':
    case 'currency':
      return isOf(test, context.facts.customer, context.currency);
    case 'number': {
      const actual = numberFact(test.fact, rule.currency, line, document);
      return actual !== null && compares(actual, test.comparison);
    }
    case 'word': {
      const actual = wordFact(test.fact, line.inProgress, context);
      if (actual === null) return false;
      return test.fact.kind === 'deliveryPostcode'
        ? isSo(postcode(actual), withPostcodes(test.comparison))
        : isSo(actual, test.comparison);
    }
    case 'saved':
      return false; // compiled rules name none: one that is not there never holds
  }
}

/** Whether a document is of some customers, of their segments, or in some currencies. */
export function isOf(
  test: DocumentTest,
  customer: CustomerFacts | null,
  currency: CurrencyCode,
): boolean {
  switch (test.kind) {
    case 'customer':
      return customer !== null && test.customers.includes(customer.code);
    case 'segment':
      return customer?.segment != null && test.segments.includes(customer.segment.code);
    case 'currency':
      return test.currencies.includes(currency);
  }
}

/** What would have to turn out otherwise for a condition to hold; nothing where it does. */
export function unmetOf(
  condition: Condition,
  rule: Rule,
  line: LineBeforeRules,
  document: DocumentBeforeRules,
): readonly Unmet[] {
  const holds = (one: Condition): boolean => holdsFor(one, rule, line, document);
  const unmet = (one: Condition): readonly Unmet[] => unmetOf(one, rule, line, document);
  switch (condition.kind) {
    case 'all':
      return condition.of.flatMap(unmet);
    case 'any':
      return condition.of.some(holds) ? [] : [{ kind: 'oneOf', of: condition.of.map(unmet) }];
    case 'none':
      return condition.of
        .filter(holds)
        .map((one) => ({ kind: 'holds', condition: one, currency: rule.currency }));
    default:
      return holds(condition)
        ? []
        : [
            {
              kind: 'test',
              test: condition,
              actual: actualOf(condition, rule, line, document),
              currency: rule.currency,
              unit: line.inProgress.item.unit,
            },
          ];
  }
}

/** What a test looks at, as it is; null where it is not known. */
export function actualOf(
  test: RuleTest,
  rule: Rule,
  line: LineBeforeRules,
  document: DocumentBeforeRules,
): Exact | string | null {
  const { context } = document;
  const { customer } = context.facts;
  switch (test.kind) {
    case 'goods':
      return line.inProgress.item.item;
    case 'customer':
      return customer?.code ?? null;
    case 'segment':
      return customer?.segment?.code ?? null;
    case 'currency':
      return context.currency;
    case 'number':
      return numberFact(test.fact, rule.currency, line, document);
    case 'word':
      return wordFact(test.fact, line.inProgress, context);
    case 'saved':
      return null;
  }
}

function compares(actual: Exact, comparison: Comparison): boolean {
  const order = compareExact(actual, comparison.value);
  switch (comparison.kind) {
    case 'atLeast':
      return order >= 0;
    case 'moreThan':
      return order > 0;
    case 'atMost':
      return order <= 0;
    case 'lessThan':
      return order < 0;
    case 'exactly':
      return order === 0;
    case 'between':
      return order >= 0 && compareExact(actual, comparison.to) <= 0;
  }
}

/** As two spellings of one postcode are alike. */
function postcode(typed: string): string {
  return typed.replaceAll(' ', '').toUpperCase();
}

function withPostcodes(comparison: WordComparison): WordComparison {
  if (!('values' in comparison)) return comparison;
  return { kind: comparison.kind, values: comparison.values.map(postcode) };
}

/** Days are compared as they are written: ISO 8601 sorts by time. */
function isSo(actual: string, comparison: WordComparison): boolean {
  switch (comparison.kind) {
    case 'isOneOf':
      return comparison.values.includes(actual);
    case 'isNoneOf':
      return !comparison.values.includes(actual);
    case 'startsWith':
      return comparison.values.some((start) => actual.startsWith(start));
    case 'onOrAfter':
      return actual >= comparison.day;
    case 'onOrBefore':
      return actual <= comparison.day;
  }
}
