import type { CostFileMapping } from '@honest-ledger/contracts';
import { and, asc, desc, eq, lte, type SQL } from 'drizzle-orm';
import type { Queries } from '../database/database';
import {
  costKinds,
  itemCosts,
  items,
  itemSuppliers,
  itemUnits,
  purchaseCosts,
} from '../database/schema/index';
import { purchaseKey } from './compare';

/** An item as a price file can name it. */
export interface KnownItem {
  readonly id: number;
  readonly number: string;
  /** The base unit, and the others. */
  readonly unit: string;
  readonly units: ReadonlySet<string>;
}

export interface KnownCost {
  readonly amount: string;
  readonly currency: string;
  readonly unit: string | null;
}

/** What a supplier's file is compared with, read once: a look-up a row, whatever the file's size. */
export interface KnownCosts {
  byNumber(number: string): KnownItem | 'several' | undefined;
  bySku(number: string): KnownItem | undefined;
  byGtin(gtin: string): KnownItem | undefined;
  /** What the supplier asks under a key; null where nothing. */
  purchase(key: string): KnownCost | null;
  /** The cost of the kind that the file counts as, in force on a day; null where none is known. */
  costOf(itemId: number, day: string): KnownCost | null;
}

const NO_UNITS: ReadonlySet<string> = new Set();

export async function knownCosts(
  queries: Queries,
  supplierId: number,
  { columns, countsAs }: CostFileMapping,
  days: readonly string[],
): Promise<KnownCosts> {
  const units = await unitsByItem(queries);
  const rows = await queries
    .select({ id: items.id, number: items.number, gtin: items.gtin, unit: items.unit })
    .from(items);
  const byId = new Map<number, KnownItem>();
  const skus = new Map<string, KnownItem>();
  const gtins = new Map<string, KnownItem>();
  for (const { id, number, gtin, unit } of rows) {
    const item = { id, number, unit, units: units.get(id) ?? NO_UNITS };
    byId.set(id, item);
    skus.set(number, item);
    if (gtin !== null) gtins.set(gtin, item);
  }
  const numbers =
    columns.number === null
      ? new Map<string, KnownItem | 'several'>()
      : await supplierNumbers(queries, supplierId, byId);
  const purchases = await purchasesOf(queries, supplierId);
  const costs =
    countsAs === null ? new Map<number, DatedRow[]>() : await costsOfKind(queries, countsAs, days);
  return {
    byNumber: (number) => numbers.get(number),
    bySku: (number) => skus.get(number),
    // a GTIN of 12 digits is one of 13 with a nought in front
    byGtin: (gtin) => gtins.get(gtin) ?? gtins.get(gtin.padStart(13, '0')),
    purchase: (key) => purchases.get(key) ?? null,
    costOf: (itemId, day) => {
      const found = costs.get(itemId)?.find(({ from }) => from <= day);
      return found && !/^0(\.0*)?$/.test(found.amount) ? found : null;
    },
  };
}

async function unitsByItem(queries: Queries): Promise<ReadonlyMap<number, ReadonlySet<string>>> {
  const rows = await queries.select({ id: itemUnits.itemId, unit: itemUnits.unit }).from(itemUnits);
  const units = new Map<number, Set<string>>();
  for (const { id, unit } of rows) units.set(id, (units.get(id) ?? new Set()).add(unit));
  return units;
}

async function supplierNumbers(
  queries: Queries,
  supplierId: number,
  byId: ReadonlyMap<number, KnownItem>,
): Promise<Map<string, KnownItem | 'several'>> {
  const rows = await queries
    .select({ itemId: itemSuppliers.itemId, number: itemSuppliers.supplierNumber })
    .from(itemSuppliers)
    .where(eq(itemSuppliers.supplierId, supplierId));
  const found = new Map<string, KnownItem | 'several'>();
  for (const { itemId, number } of rows) {
    const item = byId.get(itemId);
    if (number !== null && item) found.set(number, found.has(number) ? 'several' : item);
  }
  return found;
}

async function purchasesOf(
  queries: Queries,
  supplierId: number,
): Promise<ReadonlyMap<string, KnownCost>> {
  const rows = await queries
    .select()
    .from(purchaseCosts)
    .where(eq(purchaseCosts.supplierId, supplierId));
  return new Map(
    rows.map(({ itemId, unit, minQuantity, fromDay, amount, currency }) => [
      purchaseKey(itemId, unit, minQuantity, fromDay),
      { amount, currency, unit: unit === '' ? null : unit },
    ]),
  );
}

interface DatedRow extends KnownCost {
  readonly from: string;
}

/** Of each item its costs of a kind, the latest first; one alone where all rows ask for one day. */
async function costsOfKind(
  queries: Queries,
  kind: string,
  days: readonly string[],
): Promise<ReadonlyMap<number, DatedRow[]>> {
  const [only] = days.length === 1 ? days : [];
  const columns = {
    itemId: itemCosts.itemId,
    from: itemCosts.fromDay,
    amount: itemCosts.amount,
    currency: itemCosts.currency,
    unit: itemCosts.unit,
  };
  const ofKind = (until?: SQL) =>
    and(
      eq(
        itemCosts.kindId,
        queries.select({ id: costKinds.id }).from(costKinds).where(eq(costKinds.code, kind)),
      ),
      until,
    );
  const rows =
    only === undefined
      ? await queries
          .select(columns)
          .from(itemCosts)
          .where(ofKind())
          .orderBy(asc(itemCosts.itemId), desc(itemCosts.fromDay))
      : await queries
          .selectDistinctOn([itemCosts.itemId], columns)
          .from(itemCosts)
          .where(ofKind(lte(itemCosts.fromDay, only)))
          .orderBy(asc(itemCosts.itemId), desc(itemCosts.fromDay));
  const costs = new Map<number, DatedRow[]>();
  for (const { itemId, ...row } of rows) {
    const own = costs.get(itemId);
    if (own) own.push(row);
    else costs.set(itemId, [row]);
  }
  return costs;
}
