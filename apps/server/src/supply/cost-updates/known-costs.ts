import type { CostFileMapping } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
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

/** A cost that stands exactly where a row of the file would write. */
export interface StandingCost extends KnownCost {
  /** The last day of a supplier's cost; null for none. */
  readonly until: string | null;
}

/** What a supplier's file is compared with, read once: a look-up a row, whatever the file's size. */
export interface KnownCosts {
  byNumber(number: string): KnownItem | 'several' | undefined;
  bySku(number: string): KnownItem | undefined;
  byGtin(gtin: string): KnownItem | undefined;
  /** What the supplier asks under a key; null where nothing. */
  purchase(key: string): StandingCost | null;
  /** The cost of the kind that the file counts as, in force on a day; null where none is known. */
  costOf(itemId: number, day: string): KnownCost | null;
  /** The cost of that kind which begins on the day itself. */
  costFrom(itemId: number, day: string): StandingCost | null;
}

/** A row of a statement's result. */
type Row<T> = { [Name in keyof T]: T[Name] };

const NO_UNITS: ReadonlySet<string> = new Set();

// Plain statements: a query builder's row mapping would take longer than the database here.
export async function knownCosts(
  queries: Queries,
  supplierId: number,
  { columns, countsAs }: CostFileMapping,
  days: readonly string[],
): Promise<KnownCosts> {
  const units = await unitsByItem(queries);
  const { rows } = await queries.execute<{
    id: number;
    number: string;
    gtin: string | null;
    unit: string;
  }>(sql`select id, number, gtin, unit from items`);
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
  const purchases = await purchasesOf(queries, supplierId, days);
  const costs =
    countsAs === null ? new Map<number, DatedRow[]>() : await costsOfKind(queries, countsAs, days);
  return {
    byNumber: (number) => numbers.get(number),
    bySku: (number) => skus.get(number),
    // a GTIN of 12 digits is one of 13 with a nought in front
    byGtin: (gtin) => gtins.get(gtin) ?? gtins.get(gtin.padStart(13, '0')),
    purchase: (key) => purchases.get(key) ?? null,
    costFrom: (itemId, day) => {
      const found = costs.get(itemId)?.find(({ from }) => from === day);
      return found ? { ...found, until: null } : null;
    },
    costOf: (itemId, day) => {
      const found = costs.get(itemId)?.find(({ from }) => from <= day);
      return found && !/^0(\.0*)?$/.test(found.amount) ? found : null;
    },
  };
}

async function unitsByItem(queries: Queries): Promise<ReadonlyMap<number, ReadonlySet<string>>> {
  const { rows } = await queries.execute<{ id: number; unit: string }>(
    sql`select item_id as id, unit from item_units`,
  );
  const units = new Map<number, Set<string>>();
  for (const { id, unit } of rows) units.set(id, (units.get(id) ?? new Set()).add(unit));
  return units;
}

async function supplierNumbers(
  queries: Queries,
  supplierId: number,
  byId: ReadonlyMap<number, KnownItem>,
): Promise<Map<string, KnownItem | 'several'>> {
  const { rows } = await queries.execute<{ id: number; number: string }>(
    sql`select item_id as id, supplier_number as number from item_suppliers
      where supplier_id = ${supplierId} and supplier_number is not null`,
  );
  const found = new Map<string, KnownItem | 'several'>();
  for (const { id, number } of rows) {
    const item = byId.get(id);
    if (item) found.set(number, found.has(number) ? 'several' : item);
  }
  return found;
}

async function purchasesOf(
  queries: Queries,
  supplierId: number,
  days: readonly string[],
): Promise<ReadonlyMap<string, StandingCost>> {
  const { rows } = await queries.execute<
    Row<StandingCost & { id: number; unit: string; min: string; from: string }>
  >(
    sql`select item_id as id, unit, min_quantity::text as min, from_day::text as from,
        until_day::text as until, amount::text, currency
      from purchase_costs
      where supplier_id = ${supplierId} and from_day = any(${sql.param(days)}::date[])`,
  );
  return new Map(
    rows.map(({ id, unit, min, from, until, amount, currency }) => [
      purchaseKey(id, unit, min, from),
      { amount, currency, unit: unit === '' ? null : unit, until },
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
  const { rows } = await queries.execute<Row<DatedRow & { id: number }>>(
    sql`select ${only === undefined ? sql`` : sql`distinct on (c.item_id)`} c.item_id as id,
        c.from_day::text as from, c.amount::text, c.currency, c.unit
      from item_costs c join cost_kinds k on k.id = c.kind_id
      where k.code = ${kind} ${only === undefined ? sql`` : sql`and c.from_day <= ${only}::date`}
      order by c.item_id, c.from_day desc`,
  );
  const costs = new Map<number, DatedRow[]>();
  for (const { id, ...row } of rows) {
    const own = costs.get(id);
    if (own) own.push(row);
    else costs.set(id, [row]);
  }
  return costs;
}
