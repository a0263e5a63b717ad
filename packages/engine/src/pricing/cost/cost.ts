import type { CurrencyCode } from '../../number/currency';
import type { Decimal } from '../../number/decimal';
import { multiplyExact, type Exact } from '../../number/exact';
import { exchange } from '../../number/exchange';
import { marginOf, markupOf } from '../../number/markup';
import type { CostKind, ItemCost } from '../../setup/cost';
import { startAt } from '../line/column';
import { firstCost, type CostAsked } from './item-cost';
import type { LineInProgress, PricingContext } from '../line/line-in-progress';
import type { LineCost } from '../../result/priced';
import { perUnit, unitOf } from '../line/units';

/** The kinds of cost that are tried for a line: its form of supply, then others in their order. */
export function* kindsTried(
  { written: { formOfSupply } }: LineInProgress,
  others: readonly CostKind[],
): Iterable<CostKind> {
  if (formOfSupply !== null) yield formOfSupply;
  for (const kind of others) if (kind !== formOfSupply) yield kind;
}

/** For what a line's cost is looked for. */
export function askedBy(
  { baseQuantity, unit }: LineInProgress,
  { facts }: PricingContext,
): CostAsked {
  return { baseQuantity, unit, day: facts.local.day };
}

/** A line's first cost above zero, of its form of supply and other kinds. */
export function costOfLine(
  others: readonly CostKind[],
  line: LineInProgress,
  context: PricingContext,
): ItemCost | undefined {
  return firstCost(kindsTried(line, others), line.item, askedBy(line, context));
}

/**
 * What a line costs, for its margin: the kind of its form of supply, else the first above zero in
 * the setup's order, exactly in the document's currency. Null where it has none, or no rate.
 */
export function costed(line: LineInProgress, context: PricingContext): Costed | null {
  const cost = costOfLine(context.setup.costOrder, line, context);
  const unit = cost && unitOf(line.item, cost.unit);
  if (!cost || !unit) return null;
  const each = exchange(cost.amount, cost.currency, context.currency, context.rates);
  if (each === null) return null;
  const { duration, quantity } = line.written;
  const perLineUnit = perUnit(each, unit, line.unit);
  const once = multiplyExact(perLineUnit, quantity);
  return {
    kind: cost.kind,
    each: perLineUnit,
    amount: duration === null ? once : multiplyExact(once, duration),
  };
}

interface Costed {
  readonly kind: CostKind;
  /** Per the line's unit. */
  readonly each: Exact;
  readonly amount: Exact;
}

/** A line's cost per pricing unit in another currency, exactly; null where there is none. */
export function costPerPricingUnit(
  currency: CurrencyCode,
  line: LineInProgress,
  context: PricingContext,
): Exact | null {
  const cost = costOfLine(context.setup.costOrder, line, context);
  const unit = cost && unitOf(line.item, cost.unit);
  if (!cost || !unit) return null;
  return exchange(
    perUnit(cost.amount, unit, line.pricingUnit),
    cost.currency,
    currency,
    context.rates,
  );
}

/** The line's cost beside its amount: what part of either is not cost. */
export function lineCost(
  line: LineInProgress,
  context: PricingContext,
  amount: Decimal,
): LineCost | null {
  const cost = costed(line, context);
  if (!cost) return null;
  const { kind, each, amount: whole } = cost;
  const { workings } = context;
  const margin = workings ? marginOf(amount, whole) : null;
  const markup = workings ? markupOf(amount, whole) : null;
  return { kind, each, amount: whole, margin, markup };
}

/** Starts the column at a cost per pricing unit, in the cost's own currency. */
export function startFromCost(
  { kind: cost, amount, currency, unit: per }: ItemCost,
  { column, item, pricingUnit }: LineInProgress,
): void {
  const { unit } = pricingUnit;
  const price =
    (per ?? item.unit) === unit
      ? amount
      : perUnit(amount, unitOf(item, per) ?? pricingUnit, pricingUnit);
  const source = column.recording ? ({ kind: 'cost', item: item.item, cost, unit } as const) : null;
  startAt(column, price, currency, source);
}
