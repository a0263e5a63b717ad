import type { CostFileMapping, Follows, CostUpdateVerdict } from '@honest-ledger/contracts';
import { decimal, print, withDigits } from '@honest-ledger/engine';
import { createHash } from 'node:crypto';
import type { Queries } from '../../platform/database/database';
import { costUpdateChunks, costUpdates } from '../../platform/database/schema/index';
import { knownCurrencies } from '../../master-data/currencies/known';
import type { FileRow } from '../../platform/files/read-file';
import type { Services } from '../../setup/versions/services';
import { settingsInForce } from '../../master-data/in-force/queries';
import { asc, eq } from 'drizzle-orm';
import { followPrices, type CostOnRow } from './follow-prices';
import {
  knownCosts,
  type KnownCost,
  type KnownCosts,
  type KnownItem,
  type StandingCost,
} from './known-costs';
import { readCells, type ReadCostRow } from './read-cells';

export type CostUpdateRecord = typeof costUpdates.$inferSelect;

/** A row with what it would do. Filled while a cost update is compared, and left alone then. */
export interface ComparedRow {
  row: number;
  verdict: CostUpdateVerdict;
  problem: string | null;
  said: string;
  itemId: number | null;
  cost: string | null;
  currency: string | null;
  unit: string | null;
  minQuantity: string;
  fromDay: string | null;
  untilDay: string | null;
  oldCost: string | null;
  oldCurrency: string | null;
  /** Whether it is the cost of the item besides that of the supplier. */
  isCost: boolean;
  /** What stands in the two places that it writes to. */
  hadPurchase: StandingCost | null;
  hadCost: StandingCost | null;
  follows: Follows | null;
  why: string | null;
  priceBefore: string | null;
  priceAfter: string | null;
  move: string | null;
  oldUnitCost: string | null;
  newUnitCost: string | null;
}

/** Compares all rows of a cost update with what is there now. */
export async function compareCostUpdate(
  queries: Queries,
  services: Services,
  costUpdate: CostUpdateRecord,
): Promise<ComparedRow[]> {
  const { mapping } = costUpdate;
  const rows = await storedRows(queries, costUpdate.id);
  const read = rows.map(({ row, cells }) => ({ row, ...readCells(cells, mapping) }));
  const { homeCurrency } = await settingsInForce(queries);
  const currencies = new Set(await knownCurrencies(queries, homeCurrency));
  const days = new Set(read.map(({ from }) => from));
  const known = await knownCosts(queries, costUpdate.supplierId, mapping, [...days]);
  const found = read.map((one) => ({ one, ...identify(one, known, currencies) }));
  const costRows = itemsCosts(found, mapping);
  const seen = new Map<string, number>();
  const compared = found.map(({ one, item, problem }): ComparedRow => {
    if (!item || problem !== null) return wrongRow(one, item, problem ?? 'it names no item');
    const key = keyOf(one, item);
    const first = seen.get(key);
    if (first !== undefined) {
      return wrongRow(one, item, `row ${String(first)} is for the same goods and quantity already`);
    }
    seen.set(key, one.row);
    return compareRow(one, item, known, costRows.get(item.id) === one.row);
  });
  const changing = compared.flatMap((row): CostOnRow[] =>
    row.isCost && row.itemId !== null && row.cost !== null && row.currency !== null
      ? [
          {
            row: row.row,
            itemId: row.itemId,
            cost: row.cost,
            currency: row.currency,
            unit: row.unit,
            from: row.fromDay ?? mapping.from,
            old: known.costOf(row.itemId, row.fromDay ?? mapping.from),
          },
        ]
      : [],
  );
  const followed = await followPrices(queries, services, mapping.countsAs, changing);
  // many rows: they are filled, not made anew
  for (const row of compared) Object.assign(row, followed.get(row.row));
  return compared;
}

/** A text that is another where a row would do something else than was seen. */
export function digestOf(rows: readonly ComparedRow[]): string {
  const said = rows.map(({ row, verdict, itemId, cost, oldCost, follows, priceAfter }) => [
    row,
    verdict,
    itemId,
    cost,
    oldCost,
    follows,
    priceAfter,
  ]);
  return createHash('sha256').update(JSON.stringify(said)).digest('hex');
}

async function storedRows(queries: Queries, id: string): Promise<FileRow[]> {
  const chunks = await queries
    .select({ rows: costUpdateChunks.rows })
    .from(costUpdateChunks)
    .where(eq(costUpdateChunks.costUpdateId, id))
    .orderBy(asc(costUpdateChunks.place));
  return chunks.flatMap(({ rows }) => JSON.parse(rows) as FileRow[]); // written by us
}

type Read = ReadCostRow & { readonly row: number };

interface Identified {
  readonly item: KnownItem | null;
  readonly problem: string | null;
}

/** The item that a row names, and what is wrong with the row. */
function identify(
  one: ReadCostRow,
  known: KnownCosts,
  currencies: ReadonlySet<string>,
): Identified {
  const named = itemNamed(one, known);
  if (!named.item || named.problem !== null) return named;
  const { item } = named;
  const unit = one.unit === '' || one.unit === item.unit ? null : one.unit;
  const problem =
    one.problem ??
    (unit === null || item.units.has(unit) ? null : `${item.number} has no unit ${unit}`) ??
    (currencies.has(one.currency) ? null : `there is no rate to ${one.currency}`);
  return { item, problem };
}

/** By several names a row must name the same item; where it does not, it names none. */
function itemNamed(one: ReadCostRow, known: KnownCosts): Identified {
  const nobody = (problem: string): Identified => ({ item: null, problem });
  const { number, item: sku, gtin } = one;
  const byNumber = number === '' ? undefined : known.byNumber(number);
  if (byNumber === 'several') {
    return nobody(`the supplier’s number ${number} is that of several items`);
  }
  const bySku = sku === '' ? undefined : known.bySku(sku);
  const byGtin = gtin === '' ? undefined : known.byGtin(gtin);
  const item = byNumber ?? bySku ?? byGtin ?? null;
  const said = saidOf(one);
  if (!item) return nobody(said === '' ? 'it names no item' : `no item is known as ${said}`);
  if (bySku && bySku.id !== item.id) return nobody(unlike(said, item, sku, bySku));
  if (byGtin && byGtin.id !== item.id) return nobody(unlike(said, item, gtin, byGtin));
  return { item, problem: null };
}

function unlike(said: string, item: KnownItem, what: string, other: KnownItem): string {
  return `${said} is ${item.number}, but ${what} is ${other.number}`;
}

function saidOf({ number, item, gtin }: ReadCostRow): string {
  return number || item || gtin;
}

/** Of each item the row that is its cost: of any quantity, per base unit where one is. */
function itemsCosts(
  found: readonly {
    readonly one: Read;
    readonly item: KnownItem | null;
    readonly problem: string | null;
  }[],
  { countsAs }: CostFileMapping,
): ReadonlyMap<number, number> {
  const rows = new Map<number, { row: number; isBase: boolean }>();
  if (countsAs === null) return new Map();
  for (const { one, item, problem } of found) {
    if (!item || problem !== null || !/^0+(\.0+)?$/.test(one.minQuantity)) continue;
    const isBase = one.unit === '' || one.unit === item.unit;
    const best = rows.get(item.id);
    if (!best || (isBase && !best.isBase)) rows.set(item.id, { row: one.row, isBase });
  }
  return new Map([...rows].map(([id, { row }]) => [id, row]));
}

function keyOf({ unit, minQuantity, from }: ReadCostRow, item: KnownItem): string {
  return purchaseKey(item.id, unit === item.unit ? '' : unit, minQuantity, from);
}

/** What tells a supplier's costs of an item apart. */
export function purchaseKey(
  itemId: number,
  unit: string,
  minQuantity: string,
  from: string | null,
): string {
  return `${String(itemId)}\n${unit}\n${plain(minQuantity)}\n${from ?? ''}`;
}

/** The same number always written alike. */
function plain(number: string): string {
  // most are written plainly already, and there are many
  return /[.0]$|^0\d/.test(number) ? print(withDigits(decimal(number), 0)) : number;
}

function compareRow(one: Read, item: KnownItem, known: KnownCosts, isCost: boolean): ComparedRow {
  const unit = one.unit === '' || one.unit === item.unit ? null : one.unit;
  const purchase = known.purchase(keyOf(one, item));
  const old = isCost ? known.costOf(item.id, one.from) : null;
  const cost = plain(one.cost);
  const same = (other: KnownCost | null): boolean =>
    other !== null && plain(other.amount) === cost && other.currency === one.currency;
  const costSame = !isCost || (same(old) && (old?.unit ?? null) === unit);
  const shown = isCost ? old : purchase;
  const purchaseSame = same(purchase) && purchase?.until === one.until;
  const row = rowOf(one, item, unit);
  row.verdict = purchaseSame && costSame ? 'unchanged' : shown ? 'changed' : 'new';
  row.oldCost = shown?.amount ?? null;
  row.oldCurrency = shown?.currency ?? null;
  row.isCost = isCost && !costSame;
  row.hadPurchase = purchase;
  row.hadCost = row.isCost ? known.costFrom(item.id, one.from) : null;
  return row;
}

function wrongRow(one: Read, item: KnownItem | null, problem: string): ComparedRow {
  const row = rowOf(one, item, one.unit === '' ? null : one.unit.slice(0, 40));
  row.problem = problem;
  if (!/^\d{1,10}(\.\d{1,6})?$/.test(one.cost)) row.cost = null;
  return row;
}

/** A row that does nothing yet. All its fields are there from the start. */
function rowOf(one: Read, item: KnownItem | null, unit: string | null): ComparedRow {
  return {
    row: one.row,
    verdict: 'wrong',
    problem: null,
    said: saidOf(one).slice(0, 80),
    itemId: item?.id ?? null,
    cost: one.cost === '' ? null : one.cost,
    currency: one.currency.slice(0, 10),
    unit,
    minQuantity: one.minQuantity,
    fromDay: one.from,
    untilDay: one.until,
    oldCost: null,
    oldCurrency: null,
    isCost: false,
    hadPurchase: null,
    hadCost: null,
    follows: null,
    why: null,
    priceBefore: null,
    priceAfter: null,
    move: null,
    oldUnitCost: null,
    newUnitCost: null,
  };
}
