import {
  decimal,
  PURCHASE,
  type CompiledSetup,
  type Day,
  type ItemCost,
  type PurchaseCost,
  type UnitsSold,
} from '@honest-ledger/engine';
import { and, asc, desc, eq, gt, gte, isNull, lte, ne, or, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import { valuesOf } from '../attributes/values';
import { byItem, readItemFacts, type ItemWithId } from '../catalogue/item-facts';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  costKinds,
  itemCosts,
  purchaseCosts,
  suppliers,
  unitsSold,
} from '../../platform/database/schema/index';

/** What the facts of an item are asked for. */
export interface PricingDay {
  /** The day of the document, in the outlet's zone. */
  readonly day: Day;
  /** The windows of days in which units sold are counted. */
  readonly windows: readonly (number | null)[];
  /** The attributes of items that rules ask for. */
  readonly attributes: readonly string[];
}

/** What pricing on a day under some setups asks of facts. */
export function pricingDay(
  day: Day,
  ...setups: readonly Pick<CompiledSetup, 'soldWindows' | 'attributesAsked'>[]
): PricingDay {
  return {
    day,
    windows: [...new Set(setups.flatMap(({ soldWindows }) => soldWindows))],
    attributes: [...new Set(setups.flatMap(({ attributesAsked }) => attributesAsked))],
  };
}

/**
 * The facts of items with all that pricing can ask of them, costs included, by their numbers; all
 * of them where none are named.
 */
export async function readItemsToPrice(
  queries: Queries,
  { day, windows, attributes }: PricingDay,
  numbers?: readonly string[],
): Promise<ItemWithId[]> {
  const facts = await readItemFacts(queries, numbers);
  if (facts.length === 0) return facts;
  const ids = numbers && facts.map(({ id }) => id);
  const costs = await costsOn(queries, day, ids);
  const purchases = await purchaseCostsOn(queries, day, ids);
  const sold = await soldBefore(queries, day, windows, ids);
  const values = attributes.length === 0 ? null : await valuesOf(queries, 'items', ids, attributes);
  return facts.map((item) => ({
    ...item,
    attributes: values?.get(item.id) ?? item.attributes,
    costs: costs.get(item.id) ?? NONE,
    purchaseCosts: purchases.get(item.id) ?? NONE,
    unitsSold: windows.map((days) => sold.get(days)?.get(item.id) ?? { days, quantity: ZERO }),
  }));
}

const NONE: readonly never[] = [];
const ZERO = decimal('0');

/** Of each kind the row that began last; those that say that nothing is known are left out. */
async function costsOn(
  queries: Queries,
  day: Day,
  ids: readonly number[] | undefined,
): Promise<ReadonlyMap<number, ItemCost[]>> {
  const rows = await queries
    .selectDistinctOn([itemCosts.itemId, itemCosts.kindId], {
      itemId: itemCosts.itemId,
      kind: costKinds.code,
      amount: itemCosts.amount,
      currency: itemCosts.currency,
      unit: itemCosts.unit,
    })
    .from(itemCosts)
    .innerJoin(costKinds, eq(costKinds.id, itemCosts.kindId))
    .where(and(lte(itemCosts.fromDay, day), ne(costKinds.code, PURCHASE), among(itemCosts, ids)))
    .orderBy(asc(itemCosts.itemId), asc(itemCosts.kindId), desc(itemCosts.fromDay));
  return byItem(
    rows.filter(({ amount }) => !/^0(\.0*)?$/.test(amount)),
    ({ kind, amount, currency, unit }) => ({ kind, amount: decimal(amount), currency, unit }),
  );
}

async function purchaseCostsOn(
  queries: Queries,
  day: Day,
  ids: readonly number[] | undefined,
): Promise<ReadonlyMap<number, PurchaseCost[]>> {
  const { fromDay, untilDay } = purchaseCosts;
  const rows = await queries
    .select({ row: purchaseCosts, itemId: purchaseCosts.itemId, supplier: suppliers.code })
    .from(purchaseCosts)
    .innerJoin(suppliers, eq(suppliers.id, purchaseCosts.supplierId))
    .where(
      and(
        or(isNull(fromDay), lte(fromDay, day)),
        or(isNull(untilDay), gte(untilDay, day)),
        among(purchaseCosts, ids),
      ),
    )
    .orderBy(asc(purchaseCosts.itemId), asc(purchaseCosts.id));
  return byItem(rows, ({ row, supplier }) => ({
    supplier,
    amount: decimal(row.amount),
    currency: row.currency,
    unit: row.unit === '' ? null : row.unit,
    minQuantity: decimal(row.minQuantity),
    window: { from: row.fromDay, until: row.untilDay },
  }));
}

/** How many units were sold in each window that ends with the day before. */
async function soldBefore(
  queries: Queries,
  day: Day,
  windows: readonly (number | null)[],
  ids: readonly number[] | undefined,
): Promise<ReadonlyMap<number | null, ReadonlyMap<number, UnitsSold>>> {
  const found = new Map<number | null, ReadonlyMap<number, UnitsSold>>();
  for (const days of windows) {
    const since =
      days === null ? undefined : gt(unitsSold.day, sql`${day}::date - ${days + 1}::int`);
    const rows = await queries
      .select({
        itemId: unitsSold.itemId,
        quantity: sql<string>`sum(${unitsSold.quantity})::text`,
      })
      .from(unitsSold)
      .where(and(sql`${unitsSold.day} < ${day}::date`, since, among(unitsSold, ids)))
      .groupBy(unitsSold.itemId);
    found.set(
      days,
      new Map(rows.map(({ itemId, quantity }) => [itemId, { days, quantity: decimal(quantity) }])),
    );
  }
  return found;
}

function among(
  table: { readonly itemId: AnyPgColumn },
  ids: readonly number[] | undefined,
): SQL | undefined {
  return ids && inList(table.itemId, ids);
}
