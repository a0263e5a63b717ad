import type { CurrencyCode } from '../number/currency';
import { compare, isPositive, multiply, type Decimal } from '../number/decimal';
import { exchange } from '../number/exchange';
import { marginOf, markupOf } from '../number/markup';
import { multiplyExact, type Exact } from '../number/exact';
import { byStart, holds } from '../setup/dates';
import { PURCHASE, type CostKind, type ItemCost, type PurchaseCost } from '../setup/cost';
import type { ItemFacts, UnitFacts } from '../setup/facts';
import { startAt } from './column';
import type { LineInProgress, PricingContext } from './line-in-progress';
import type { LineCost } from './priced';
import { baseUnit, perUnit, unitOf } from './units';

/** The kinds of cost that are tried for a line: its form of supply, then others in their order. */
export function* kindsTried(
  { line: { formOfSupply } }: LineInProgress,
  others: readonly CostKind[],
): Iterable<CostKind> {
  if (formOfSupply !== null) yield formOfSupply;
  for (const kind of others) if (kind !== formOfSupply) yield kind;
}

/** A line's cost of one kind; undefined where it has none above zero. */
export function costOfKind(
  kind: CostKind,
  { item, unit, baseQuantity }: LineInProgress,
  { facts }: PricingContext,
): ItemCost | undefined {
  if (kind === PURCHASE) {
    const row = purchaseCost(item, item.supplier?.code ?? null, {
      baseQuantity,
      unit,
      day: facts.local.day,
    });
    return row && { kind, amount: row.amount, currency: row.currency, unit: row.unit };
  }
  const found = item.costs.find((cost) => cost.kind === kind);
  return found && isPositive(found.amount) && unitOf(item, found.unit) ? found : undefined;
}

/** The first cost above zero of some kinds. */
export function firstCost(
  kinds: Iterable<CostKind>,
  work: LineInProgress,
  context: PricingContext,
): ItemCost | undefined {
  if (work.item.costs.length === 0 && work.item.purchaseCosts.length === 0) return undefined;
  for (const kind of kinds) {
    const cost = costOfKind(kind, work, context);
    if (cost) return cost;
  }
  return undefined;
}

/** What purchase costs are picked by. */
export interface PurchaseAsked {
  readonly baseQuantity: Decimal;
  readonly unit: Pick<UnitFacts, 'unit' | 'factor'>;
  readonly day: string;
}

/**
 * A supplier's cost in force: of the rows whose dates hold the day, in the asked unit, the one with
 * the highest minimum not above the quantity; of several, the one that starts latest. Where the
 * unit has none, the base unit's rows are asked. Costs of zero count as missing.
 */
export function purchaseCost(
  item: Pick<ItemFacts, 'purchaseCosts' | 'unit' | 'quantityDigits' | 'units'>,
  supplier: string | null,
  { baseQuantity, unit, day }: PurchaseAsked,
): PurchaseCost | undefined {
  const { purchaseCosts } = item;
  if (purchaseCosts.length === 0 || supplier === null) return undefined;
  const inUnit = (wanted: Pick<UnitFacts, 'unit' | 'factor'>): PurchaseCost | undefined => {
    const rows = purchaseCosts.filter(
      (row) =>
        row.supplier === supplier &&
        (row.unit ?? item.unit) === wanted.unit &&
        isPositive(row.amount) &&
        holds(row.window, day) &&
        compare(multiply(row.minQuantity, wanted.factor), baseQuantity) <= 0,
    );
    return rows.toSorted(
      (a, b) => compare(b.minQuantity, a.minQuantity) || byStart(a.window, b.window),
    )[0];
  };
  return inUnit(unit) ?? (unit.unit === item.unit ? undefined : inUnit(baseUnit(item)));
}

/**
 * What a line costs, for its margin: the kind of its form of supply, else the first above zero in
 * the setup's order, exactly in the document's currency. Null where it has none, or no rate.
 */
export function costOfLine(work: LineInProgress, context: PricingContext): Costed | null {
  const cost = firstCost(kindsTried(work, context.setup.costOrder), work, context);
  const unit = cost && unitOf(work.item, cost.unit);
  if (!cost || !unit) return null;
  const each = exchange(cost.amount, cost.currency, context.currency, context.rates);
  if (each === null) return null;
  const { duration, quantity } = work.line;
  const perLineUnit = perUnit(each, unit, work.unit);
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
  work: LineInProgress,
  context: PricingContext,
): Exact | null {
  const cost = firstCost(kindsTried(work, context.setup.costOrder), work, context);
  const unit = cost && unitOf(work.item, cost.unit);
  if (!cost || !unit) return null;
  return exchange(
    perUnit(cost.amount, unit, work.pricingUnit),
    cost.currency,
    currency,
    context.rates,
  );
}

/** The line's cost beside its amount: what part of either is not cost. */
export function lineCost(
  work: LineInProgress,
  context: PricingContext,
  amount: Decimal,
): LineCost | null {
  const cost = costOfLine(work, context);
  if (!cost) return null;
  return {
    ...cost,
    margin: marginOf(amount, cost.amount),
    markup: markupOf(amount, cost.amount),
  };
}

/** Starts the column at a cost per pricing unit, in the cost's own currency. */
export function startFromCost(
  { kind: cost, amount, currency, unit: per }: ItemCost,
  { column, item, pricingUnit }: LineInProgress,
): void {
  const price = perUnit(amount, unitOf(item, per) ?? pricingUnit, pricingUnit);
  const { unit } = pricingUnit;
  const source = { kind: 'cost', item: item.item, cost, unit } as const;
  startAt(column, price, currency, column.recording ? source : null);
}
