import type { DatedPurchaseCost, ItemCosts, ItemCostsView } from '@honest-ledger/contracts';
import { asc, eq, sql } from 'drizzle-orm';
import { readItemFacts } from '../catalogue/item-facts';
import type { Queries } from '../../platform/database/database';
import {
  costKinds,
  itemCosts,
  itemSuppliers,
  purchaseCosts,
  suppliers,
  unitsSold,
} from '../../platform/database/schema/index';
import { localTime } from '../../platform/clock/local-time';
import { notFound } from '../../platform/http/problems';
import type { PlatformServices } from '../../platform/services';
import { settingsInForce } from '../in-force/queries';

/** All that is kept of an item's costs, and what its page says beside them. */
export async function viewItemCosts(
  queries: Queries,
  { now }: PlatformServices,
  number: string,
): Promise<ItemCostsView> {
  const [item] = await readItemFacts(queries, [number]);
  if (!item) throw notFound(`Item ${number}`);
  const { day } = localTime(now(), 'UTC');
  const lately = sql`${unitsSold.day} >= ${day}::date - 90 and ${unitsSold.day} < ${day}::date`;
  const [sold] = await queries
    .select({
      lately: sql<string>`coalesce(sum(${unitsSold.quantity}) filter (where ${lately}), 0)::text`,
      ever: sql<string>`coalesce(sum(${unitsSold.quantity}), 0)::text`,
    })
    .from(unitsSold)
    .where(eq(unitsSold.itemId, item.id));
  const { homeCurrency } = await settingsInForce(queries);
  return {
    item: number,
    unit: item.unit,
    units: item.units.map(({ unit }) => unit),
    day,
    homeCurrency,
    costs: await readItemCosts(queries, item.id),
    sold: sold ?? { lately: '0', ever: '0' },
  };
}

/** All that is kept of an item's costs: kinds in their order, the earliest first. */
export async function readItemCosts(queries: Queries, itemId: number): Promise<ItemCosts> {
  const costs = await queries
    .select({ row: itemCosts, kind: costKinds.code })
    .from(itemCosts)
    .innerJoin(costKinds, eq(costKinds.id, itemCosts.kindId))
    .where(eq(itemCosts.itemId, itemId))
    .orderBy(asc(costKinds.id), asc(itemCosts.fromDay));
  const sources = await queries
    .select({ row: itemSuppliers, supplier: suppliers.code })
    .from(itemSuppliers)
    .innerJoin(suppliers, eq(suppliers.id, itemSuppliers.supplierId))
    .where(eq(itemSuppliers.itemId, itemId))
    .orderBy(asc(suppliers.code));
  const purchases = await queries
    .select()
    .from(purchaseCosts)
    .where(eq(purchaseCosts.itemId, itemId))
    .orderBy(asc(purchaseCosts.unit), asc(purchaseCosts.minQuantity), asc(purchaseCosts.id));
  return {
    costs: costs.map(({ row, kind }) => ({
      kind,
      from: row.fromDay,
      amount: row.amount,
      currency: row.currency,
      unit: row.unit,
    })),
    suppliers: sources.map(({ row, supplier }) => ({
      supplier,
      preferred: row.preferred,
      number: row.supplierNumber,
      leadTimeDays: row.leadTimeDays,
      costs: purchases
        .filter(({ supplierId }) => supplierId === row.supplierId)
        .map(toPurchaseCost),
    })),
  };
}

function toPurchaseCost(row: typeof purchaseCosts.$inferSelect): DatedPurchaseCost {
  return {
    amount: row.amount,
    currency: row.currency,
    unit: row.unit === '' ? null : row.unit,
    minQuantity: row.minQuantity,
    window: { from: row.fromDay, until: row.untilDay },
  };
}
