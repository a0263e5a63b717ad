import type { CompiledRule } from '../compile/compile-rule';
import { narrowness } from '../compile/narrowness';
import {
  add,
  fromInteger,
  isDecimalText,
  decimal,
  multiply,
  ZERO,
  type Decimal,
} from '../number/decimal';
import { divide, type Exact } from '../number/exact';
import { exchange } from '../number/exchange';
import { marginOf } from '../number/markup';
import type { CurrencyCode } from '../number/currency';
import type { Reach } from '../setup/reach';
import type { NumberFact, WordFact } from '../setup/rule';
import { basePriceOfLine } from './base-price';
import { costed } from './cost';
import type { LineInProgress, PricingContext } from './line-in-progress';
import { amountAt } from './unit-rounding';

/** A line as conditions see it: after breaks, before any rule, rounded as step 6 would. */
export interface LineBeforeRules {
  readonly work: LineInProgress;
  /** What it comes to, in the document's currency. */
  readonly amount: Decimal;
  /** Prices of it that were worked out, by what they are: many rules ask for the same. */
  readonly prices: Map<string, Exact | null>;
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
 * rule that asks. A price is the line's amount over its quantity, so that a line in slices is
 * looked at as a whole.
 */
export function numberFact(
  fact: NumberFact,
  currency: CurrencyCode,
  line: LineBeforeRules,
  document: DocumentBeforeRules,
): Exact | null {
  const { context } = document;
  const { work, prices } = line;
  const once = (make: () => Exact | null): Exact | null => {
    const key = `${fact.kind} ${currency}`;
    const known = prices.get(key);
    if (known !== undefined) return known;
    const made = make();
    prices.set(key, made);
    return made;
  };
  const price = (amount: Decimal): Exact | null => {
    const { quantity, duration } = work.line;
    const whole = duration === null ? quantity : multiply(quantity, duration);
    return exchange(divide(amount, whole), context.currency, currency, context.rates);
  };
  const priceAt = (at: Exact | null): Exact | null => at && price(amountAt(at, work, context));
  switch (fact.kind) {
    case 'quantity':
      return work.baseQuantity;
    case 'duration':
      return work.line.duration;
    case 'priceAfterBreak':
      return once(() => price(line.amount));
    case 'priceAfterLevel':
      return once(() => priceAt(afterLevel(work, context)));
    case 'basePrice':
      return once(() => priceAt(basePriceOfLine(work, context)));
    case 'cost':
      return once(() => {
        const cost = costed(work, context);
        return cost && exchange(cost.each, context.currency, currency, context.rates);
      });
    case 'margin':
      return once(() => {
        const cost = costed(work, context);
        return cost && marginOf(line.amount, cost.amount);
      });
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
  return reaches.some((reach) => narrowness(reach, item) !== null);
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
