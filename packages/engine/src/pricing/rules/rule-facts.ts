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
import type { Reach } from '../../setup/reach';
import type { NumberFact, WordFact } from '../../setup/rule';
import { basePriceOfLine } from '../cost/base-price';
import { costed } from '../cost/cost';
import type { LineInProgress, PricingContext } from '../line/line-in-progress';
import { amountAt } from '../by-hand/unit-rounding';
import { baseUnit, perUnit } from '../line/units';

/** A line as conditions see it: after breaks, before any rule, rounded as step 6 would. */
export interface LineBeforeRules {
  readonly work: LineInProgress;
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
  const { work } = line;
  switch (fact.kind) {
    case 'quantity':
      return work.baseQuantity;
    case 'duration':
      return work.line.duration;
    case 'priceAfterBreak':
    case 'priceAfterLevel':
    case 'basePrice':
    case 'cost':
    case 'margin':
      return onceOf(fact.kind, currency, line, context);
    case 'salesBefore':
      return salesBefore(fact.of, work, context);
    case 'shipping':
      return (
        context.shipping && exchange(context.shipping, context.currency, currency, context.rates)
      );
    case 'attribute': {
      const text = attributeOf(fact, work, context);
      return text !== null && isDecimalText(text) ? decimal(text) : null;
    }
    case 'count': {
      const counted = countOver(fact.reaches, document);
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
  { work, amount }: LineBeforeRules,
  context: PricingContext,
): Exact | null {
  switch (of) {
    case 'priceAfterBreak':
      return eachOf(amount, currency, work, context);
    case 'priceAfterLevel':
      return eachAt(afterLevel(work, context), currency, work, context);
    case 'basePrice':
      return eachAt(basePriceOfLine(work, context), currency, work, context);
    case 'cost': {
      const cost = costed(work, context);
      if (!cost) return null;
      const each = perUnit(cost.each, work.unit, baseUnit(work.item));
      return exchange(each, context.currency, currency, context.rates);
    }
    case 'margin': {
      const cost = costed(work, context);
      return cost && marginOf(amount, cost.amount);
    }
  }
}

/** A line's amount over its quantity in base units, in the currency that is asked for. */
function eachOf(
  amount: Decimal,
  currency: CurrencyCode,
  { baseQuantity, line: { duration } }: LineInProgress,
  context: PricingContext,
): Exact | null {
  const whole = duration === null ? baseQuantity : multiply(baseQuantity, duration);
  return exchange(divide(amount, whole), context.currency, currency, context.rates);
}

/** The same of what the line would come to at another price. */
function eachAt(
  price: Exact | null,
  currency: CurrencyCode,
  work: LineInProgress,
  context: PricingContext,
): Exact | null {
  return price && eachOf(amountAt(price, work, context), currency, work, context);
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
  work: LineInProgress,
  context: PricingContext,
): string | null {
  switch (fact.kind) {
    case 'attribute':
      return attributeOf(fact, work, context);
    case 'unit':
      return work.unit.unit;
    case 'formOfSupply':
      return work.line.formOfSupply;
    case 'documentKind':
      return context.kind;
    default:
      return context.circumstances[fact.kind];
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
export function afterLevel(work: LineInProgress, context: PricingContext): Exact | null {
  const { afterLevel: at } = work;
  return at && exchange(at.price, at.currency, context.currency, context.rates);
}

export function isAmong({ item }: LineInProgress, reaches: readonly Reach[]): boolean {
  return reaches.some((reach) => specificity(reach, item) !== null);
}

/** What a selection of goods comes to over the document; closed lines count. */
function countOver(reaches: readonly Reach[], { lines, counts }: DocumentBeforeRules): Counted {
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
