import { narrowness } from '../compile/narrowness';
import { add, fromInteger, multiply, ZERO, type Decimal } from '../number/decimal';
import { compareExact, multiplyExact, type Exact } from '../number/exact';
import { exchange } from '../number/exchange';
import type { Reach } from '../setup/reach';
import type { Comparison, Condition, NumberFact, Rule, RuleTest } from '../setup/rule';
import { basePriceOfLine } from './base-price';
import type { LineInProgress, PricingContext } from './line-in-progress';
import { amountAt } from './unit-rounding';

/** A line as conditions see it: after breaks, before any rule, rounded as step 6 would. */
export interface LineBeforeRules {
  readonly work: LineInProgress;
  /** What it comes to, in the document's currency. */
  readonly amount: Decimal;
}

/** The document as all conditions of all rules look at it. */
export interface DocumentBeforeRules {
  readonly lines: readonly LineBeforeRules[];
  readonly context: PricingContext;
  /** Counts that were made, by the goods they are over: many rules ask for the same. */
  readonly counts: Map<string, Counted>;
}

interface Counted {
  readonly quantity: Decimal;
  readonly spend: Decimal;
  readonly lines: number;
}

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
  const { customer } = document.context.facts;
  switch (test.kind) {
    case 'goods':
      return isAmong(line.work, test.reaches);
    case 'customer':
      return customer !== null && test.customers.includes(customer.code);
    case 'segment':
      return customer?.segment != null && test.segments.includes(customer.segment.code);
    case 'currency':
      return test.currencies.includes(document.context.currency);
    case 'number':
      return numberHolds(test.fact, test.comparison, rule, line, document);
  }
}

/**
 * Prices are compared as the line's amount with value x quantity, so that a line in slices is
 * compared as a whole. Amounts of the rule are in its currency, and converted exactly.
 */
function numberHolds(
  fact: NumberFact,
  comparison: Comparison,
  rule: Rule,
  line: LineBeforeRules,
  document: DocumentBeforeRules,
): boolean {
  const { context } = document;
  const { work } = line;
  const { quantity, duration } = work.line;
  const money = (value: Decimal): Exact | null =>
    exchange(value, rule.currency, context.currency, context.rates);
  const times = (value: Decimal): Exact | null => {
    const there = money(value);
    const whole = duration === null ? quantity : multiply(quantity, duration);
    return there && multiplyExact(there, whole);
  };
  switch (fact.kind) {
    case 'quantity':
      return compares(work.baseQuantity, comparison);
    case 'duration':
      return duration !== null && compares(duration, comparison);
    case 'priceAfterBreak':
      return compares(line.amount, comparison, times);
    case 'priceAfterLevel': {
      const price = afterLevel(work, context);
      return price !== null && compares(amountAt(price, work, context), comparison, times);
    }
    case 'basePrice': {
      const price = basePriceOfLine(work, context);
      return price !== null && compares(amountAt(price, work, context), comparison, times);
    }
    case 'count': {
      const counted = countOver(fact.reaches, document);
      if (fact.of === 'spend') return compares(counted.spend, comparison, money);
      return compares(
        fact.of === 'quantity' ? counted.quantity : fromInteger(counted.lines),
        comparison,
      );
    }
  }
}

/** The price after the level per pricing unit, in the document's currency; null without a rate. */
export function afterLevel(work: LineInProgress, context: PricingContext): Exact | null {
  const { afterLevel: at } = work;
  return at && exchange(at.price, at.currency, context.currency, context.rates);
}

function compares(
  measured: Exact,
  comparison: Comparison,
  asMeasured: (value: Decimal) => Exact | null = (value) => value,
): boolean {
  const value = asMeasured(comparison.value);
  if (value === null) return false;
  const order = compareExact(measured, value);
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
    case 'between': {
      const to = asMeasured(comparison.to);
      return order >= 0 && to !== null && compareExact(measured, to) <= 0;
    }
  }
}

function isAmong({ item }: LineInProgress, reaches: readonly Reach[]): boolean {
  return reaches.some((reach) => narrowness(reach, item) !== null);
}

/** What a selection of goods comes to over the document; closed lines count. */
export function countOver(
  reaches: readonly Reach[],
  { lines, counts }: DocumentBeforeRules,
): Counted {
  const key = JSON.stringify(reaches);
  const known = counts.get(key);
  if (known) return known;
  let counted: Counted = { quantity: ZERO, spend: ZERO, lines: 0 };
  for (const { work, amount } of lines) {
    if (!isAmong(work, reaches)) continue;
    counted = {
      quantity: add(counted.quantity, work.baseQuantity),
      spend: add(counted.spend, amount),
      lines: counted.lines + 1,
    };
  }
  counts.set(key, counted);
  return counted;
}
