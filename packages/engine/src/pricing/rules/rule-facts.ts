import type { CompiledRule } from '../../compile/compile-rule';
import { specificity } from '../../compile/specificity';
import {
  add,
  fromInteger,
  isDecimalText,
  decimal,
  multiply,
  ZERO,
  type Decimal,
} from '../../number/decimal';
import { divide, type Exact } from '../../number/exact';
import { exchange } from '../../number/exchange';
import { marginOf } from '../../number/markup';
import type { CurrencyCode } from '../../number/currency';
import type { Scope } from '../../setup/scope';
import type { NumberFact, WordFact } from '../../setup/rule';
import { basePriceOfLine } from '../cost/base-price';
import { costed } from '../cost/cost';
import type { LineInProgress, PricingContext } from '../line/line-in-progress';
import { amountAt } from '../by-hand/unit-rounding';
import { baseUnit, perUnit } from '../line/units';

/** A line as conditions see it: after breaks, before any rule, rounded as step 6 would. */
export interface LineBeforeRules {
  readonly inProgress: LineInProgress;
  /** What it comes to, in the document's currency. */
  readonly amount: Decimal;
  /** Prices of it that were worked out, by what they are; null before the first. */
  prices: Map<string, Exact | null> | null;
}

/** The document as all conditions of all rules look at it. */
export interface DocumentBeforeRules {
  readonly lines: readonly LineBeforeRules[];
  readonly context: PricingContext;
  /** Counts that were made, by the goods they are over: many rules ask for the same. */
  readonly counts: Map<string, Counted>;
  /** Of the rules for some goods, those that are for such a document. */
  readonly open: Map<object, readonly CompiledRule[]>;
}

interface Counted {
  readonly quantity: Decimal;
  readonly spend: Decimal;
  readonly lines: number;
}

/**
 * What a figure is for a line, exactly; null where it is not known. Money is in the currency of the
 * rule that asks. A price is the line's amount over its quantity in base units, so that a line in slices
 * is looked at as a whole, and one by the pallet is compared with what is said of a bag; a cost is per
 * base unit alike.
 */
export function numberFact(
  fact: NumberFact,
  currency: CurrencyCode,
  line: LineBeforeRules,
  document: DocumentBeforeRules,
): Exact | null {
  const { context } = document;
  const { inProgress } = line;
  switch (fact.kind) {
    case 'quantity':
      return inProgress.baseQuantity;
    case 'duration':
      return inProgress.written.duration;
    case 'priceAfterBreak':
    case 'priceAfterLevel':
    case 'basePrice':
    case 'cost':
    case 'margin':
      return onceOf(fact.kind, currency, line, context);
    case 'salesBefore':
      return salesBefore(fact.of, inProgress, context);
    case 'shipping':
      return (
        context.shipping && exchange(context.shipping, context.currency, currency, context.rates)
      );
    case 'attribute': {
      const text = attributeOf(fact, inProgress, context);
      return text !== null && isDecimalText(text) ? decimal(text) : null;
    }
    case 'count': {
      const counted = countOver(fact.scopes, document);
      if (fact.of === 'quantity') return counted.quantity;
      if (fact.of === 'lines') return fromInteger(counted.lines);
      return exchange(counted.spend, context.currency, currency, context.rates);
    }
  }
}

type Worked = 'priceAfterBreak' | 'priceAfterLevel' | 'basePrice' | 'cost' | 'margin';

/** Worked out once for a line and a currency: many rules ask for the same. */
function onceOf(
  of: Worked,
  currency: CurrencyCode,
  line: LineBeforeRules,
  context: PricingContext,
): Exact | null {
  const prices = (line.prices ??= new Map<string, Exact | null>());
  const key = `${of} ${currency}`;
  const known = prices.get(key);
  if (known !== undefined) return known;
  const made = workOut(of, currency, line, context);
  prices.set(key, made);
  return made;
}

function workOut(
  of: Worked,
  currency: CurrencyCode,
  { inProgress: line, amount }: LineBeforeRules,
  context: PricingContext,
): Exact | null {
  switch (of) {
    case 'priceAfterBreak':
      return eachOf(amount, currency, line, context);
    case 'priceAfterLevel':
      return eachAt(afterLevel(line, context), currency, line, context);
    case 'basePrice':
      return eachAt(basePriceOfLine(line, context), currency, line, context);
    case 'cost': {
      const cost = costed(line, context);
      if (!cost) return null;
      const each = perUnit(cost.each, line.unit, baseUnit(line.item));
      return exchange(each, context.currency, currency, context.rates);
    }
    case 'margin': {
      const cost = costed(line, context);
      return cost && marginOf(amount, cost.amount);
    }
  }
}

/** A line's amount over its quantity in base units, in the currency that is asked for. */
function eachOf(
  amount: Decimal,
  currency: CurrencyCode,
  { baseQuantity, written: { duration } }: LineInProgress,
  context: PricingContext,
): Exact | null {
  const whole = duration === null ? baseQuantity : multiply(baseQuantity, duration);
  return exchange(divide(amount, whole), context.currency, currency, context.rates);
}

/** The same of what the line would come to at another price. */
function eachAt(
  price: Exact | null,
  currency: CurrencyCode,
  line: LineInProgress,
  context: PricingContext,
): Exact | null {
  return price && eachOf(amountAt(price, line, context), currency, line, context);
}

/** Nothing is known of a customer nobody knows, or where the facts were not asked for it. */
function salesBefore(
  of: 'anything' | 'item' | 'category',
  { item }: LineInProgress,
  { facts: { bought } }: PricingContext,
): Exact | null {
  if (!bought) return null;
  if (of === 'anything') return fromInteger(bought.sales);
  const code = of === 'item' ? item.item : item.categories.at(-1)?.code;
  const found = (of === 'item' ? bought.items : bought.categories).find((one) => one.code === code);
  return found ? fromInteger(found.sales) : null;
}

/** What a word is for a line; null where it is not known. */
export function wordFact(
  fact: WordFact,
  line: LineInProgress,
  context: PricingContext,
): string | null {
  switch (fact.kind) {
    case 'attribute':
      return attributeOf(fact, line, context);
    case 'unit':
      return line.unit.unit;
    case 'formOfSupply':
      return line.written.formOfSupply;
    case 'documentKind':
      return context.kind;
    default:
      return context.salesContext[fact.kind];
  }
}

function attributeOf(
  { of, code }: Extract<WordFact, { kind: 'attribute' }>,
  { item }: LineInProgress,
  { facts: { customer }, attributes }: PricingContext,
): string | null {
  const all = { item: item.attributes, customer: customer?.attributes, document: attributes };
  return all[of]?.[code] ?? null;
}

/** The price after the level per pricing unit, in the document's currency; null without a rate. */
export function afterLevel(line: LineInProgress, context: PricingContext): Exact | null {
  const { afterLevel: at } = line;
  return at && exchange(at.price, at.currency, context.currency, context.rates);
}

export function isAmong({ item }: LineInProgress, scopes: readonly Scope[]): boolean {
  return scopes.some((scope) => specificity(scope, item) !== null);
}

/** What a selection of goods comes to over the document; closed lines count. */
function countOver(scopes: readonly Scope[], { lines, counts }: DocumentBeforeRules): Counted {
  const key = JSON.stringify(scopes);
  const known = counts.get(key);
  if (known) return known;
  let counted: Counted = { quantity: ZERO, spend: ZERO, lines: 0 };
  for (const { inProgress: line, amount } of lines) {
    if (!isAmong(line, scopes)) continue;
    counted = {
      quantity: add(counted.quantity, line.baseQuantity),
      spend: add(counted.spend, amount),
      lines: counted.lines + 1,
    };
  }
  counts.set(key, counted);
  return counted;
}
