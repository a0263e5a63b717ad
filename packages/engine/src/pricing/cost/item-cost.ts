import { compare, fromInteger, isPositive, multiply, type Decimal } from '../../number/decimal';
import { PURCHASE, type CostKind, type ItemCost, type PurchaseCost } from '../../setup/cost';
import { byStart, holds, type Day } from '../../setup/dates';
import type { ItemFacts, UnitFacts } from '../../setup/facts';
import { baseUnit, unitOf } from '../line/units';

/** For what a cost is looked for; purchase costs are picked by all of it. */
export interface CostAsked {
  readonly baseQuantity: Decimal;
  readonly unit: Pick<UnitFacts, 'unit' | 'factor'>;
  readonly day: Day;
}

/** One base unit of an item on a day. */
export function oneBaseUnit(item: ItemFacts, day: Day): CostAsked {
  return { baseQuantity: fromInteger(1), unit: baseUnit(item), day };
}

/** An item's cost of one kind; undefined where it has none above zero. */
export function costOfKind(
  kind: CostKind,
  item: ItemFacts,
  asked: CostAsked,
): ItemCost | undefined {
  if (kind === PURCHASE) {
    const row = purchaseCost(item, item.supplier?.code ?? null, asked);
    return row && { kind, amount: row.amount, currency: row.currency, unit: row.unit };
  }
  const found = item.costs.find((cost) => cost.kind === kind);
  if (!found || !isPositive(found.amount)) return undefined;
  return found.unit === null || unitOf(item, found.unit) ? found : undefined;
}

/** An item's first cost above zero of some kinds. */
export function firstCost(
  kinds: Iterable<CostKind>,
  item: ItemFacts,
  asked: CostAsked,
): ItemCost | undefined {
  if (item.costs.length === 0 && item.purchaseCosts.length === 0) return undefined;
  for (const kind of kinds) {
    const cost = costOfKind(kind, item, asked);
    if (cost) return cost;
  }
  return undefined;
}

/**
 * A supplier's cost in force: of the rows whose dates hold the day, in the asked unit, the one with
 * the highest minimum not above the quantity; of several, the one that starts latest. Where the
 * unit has none, the base unit's rows are asked. Costs of zero count as missing.
 */
export function purchaseCost(
  item: Pick<ItemFacts, 'purchaseCosts' | 'unit' | 'quantityDigits' | 'units'>,
  supplier: string | null,
  { baseQuantity, unit, day }: CostAsked,
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
