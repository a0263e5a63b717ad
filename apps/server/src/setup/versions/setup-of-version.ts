import { floorFromForm } from '@honest-ledger/contracts';
import {
  decimal,
  type Agreement,
  type BasePrice,
  type DatedPrice,
  type Setup,
  type SharedPrice,
} from '@honest-ledger/engine';
import { and, asc, eq, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import {
  agreementRows,
  basePriceRows,
  customers,
  items,
  segments,
  settingRows,
  sharedPriceRows,
} from '../../platform/database/schema/index';
import { readBreaksOfVersion } from './breaks-of-version';
import { readConditionsOfVersion } from './conditions-of-version';
import { readCostTablesOfVersion } from './cost-tables-of-version';
import { patchBasePrices } from './patch-base-prices';
import { readLevelsOfVersion } from './levels-of-version';
import { countsIn } from './queries';
import { readRulesOfVersion } from './rules-of-version';

/**
 * The whole setup as a version has it.
 * @param earlier the setup of an earlier version, from which the many base prices are taken over
 */
export async function readSetupOfVersion(
  queries: Queries,
  version: number,
  earlier: Setup | null = null,
): Promise<Setup> {
  const [settings] = await queries.select().from(settingRows).where(countsIn(settingRows, version));
  if (!settings) throw new Error(`version ${String(version)} has no settings`);
  const { homeCurrency, roundingMode, unitPriceDigits, defaultLevelId, costOrder, ruleChoice } =
    settings;
  const { floors } = settings;
  return {
    version,
    homeCurrency,
    roundingMode,
    unitPriceDigits,
    defaultLevel: defaultLevelId,
    costOrder,
    floors: floors.map(floorFromForm),
    basePrices: earlier
      ? await patchBasePrices(queries, earlier, version)
      : await readBasePrices(queries, version),
    sharedPrices: await readSharedPrices(queries, version),
    agreements: await readAgreements(queries, version),
    levels: await readLevelsOfVersion(queries, version),
    costTables: await readCostTablesOfVersion(queries, version),
    breaks: await readBreaksOfVersion(queries, version),
    conditions: await readConditionsOfVersion(queries, version),
    rules: await readRulesOfVersion(queries, version),
    ruleChoice,
  };
}

/** Base prices by item number, the base unit's first; those under a condition where one is given. */
export async function readBasePrices(
  queries: Queries,
  version: number,
  where?: SQL,
): Promise<BasePrice[]> {
  const rows = await queries
    .select({
      item: items.number,
      unit: basePriceRows.unit,
      price: basePriceRows.price,
      shared: basePriceRows.sharedId,
    })
    .from(basePriceRows)
    .innerJoin(items, eq(items.id, basePriceRows.itemId))
    .where(and(countsIn(basePriceRows, version), where))
    .orderBy(asc(items.number), asc(basePriceRows.unit));
  return rows.map(({ item, unit, price, shared }) => {
    const ofItem = { item, unit: unit === '' ? null : unit };
    return price === null
      ? { kind: 'shared', ...ofItem, shared: shared ?? '' }
      : { kind: 'own', ...ofItem, price: decimal(price) };
  });
}

export async function readSharedPrices(queries: Queries, version: number): Promise<SharedPrice[]> {
  const rows = await queries
    .select()
    .from(sharedPriceRows)
    .where(countsIn(sharedPriceRows, version))
    .orderBy(asc(sharedPriceRows.name), asc(sharedPriceRows.sharedId));
  return rows.map(({ sharedId, name, price }) => ({ id: sharedId, name, price: decimal(price) }));
}

/** Agreements in the order in which they were made; those under a condition where one is given. */
export async function readAgreements(
  queries: Queries,
  version: number,
  where?: SQL,
): Promise<Agreement[]> {
  const rows = await queries
    .select({
      row: agreementRows,
      item: items.number,
      customer: customers.code,
      segment: segments.code,
    })
    .from(agreementRows)
    .innerJoin(items, eq(items.id, agreementRows.itemId))
    .leftJoin(customers, eq(customers.id, agreementRows.customerId))
    .leftJoin(segments, eq(segments.id, agreementRows.segmentId))
    .where(and(countsIn(agreementRows, version), where))
    .orderBy(asc(agreementRows.rowId));
  return rows.map(({ row, item, customer, segment }) => ({
    id: row.agreementId,
    party:
      customer === null
        ? { kind: 'segment', segment: segment ?? '' }
        : { kind: 'customer', customer },
    currency: row.currency,
    open: row.open,
    ...datedPrice(row, item),
  }));
}

/** The columns that agreements and typed prices have in common. */
export function datedPrice(
  row: Pick<
    typeof agreementRows.$inferSelect,
    'price' | 'unit' | 'fromDay' | 'untilDay' | 'minQuantity'
  >,
  item: string,
): DatedPrice {
  return {
    item,
    price: decimal(row.price),
    unit: row.unit,
    window: { from: row.fromDay, until: row.untilDay },
    minQuantity: decimal(row.minQuantity),
  };
}
