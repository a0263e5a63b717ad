import {
  FOLLOWS,
  RECEIPT_VERDICTS,
  type Follows,
  type PriceThatFollows,
  type ReceiptRow,
  type ReceiptRowPage,
  type ReceiptRowQuery,
  type ReceiptVerdict,
  type ReceiptView,
} from '@honest-ledger/contracts';
import {
  decimal,
  marginOf,
  markupOf,
  minorDigits,
  print,
  roundToDigits,
  withDigits,
  type Exact,
} from '@honest-ledger/engine';
import { and, asc, count, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import {
  items,
  priceProposals,
  receiptRows,
  receipts,
  suppliers,
  users,
} from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';
import { settingsInForce } from '../../master-data/in-force/queries';

/** How many receipts the list shows; older ones stay on record. */
const LISTED = 50;

export async function findReceipt(queries: Queries, id: string): Promise<ReceiptView> {
  const [found] = await receiptsWhere(queries, eq(receipts.id, id));
  if (!found) throw notFound('This receipt');
  return found;
}

/** What suppliers sent, the latest first. */
export function findReceipts(queries: Queries): Promise<ReceiptView[]> {
  return receiptsWhere(queries, undefined);
}

async function receiptsWhere(queries: Queries, where: SQL | undefined): Promise<ReceiptView[]> {
  const rows = await queries
    .select({ receipt: receipts, code: suppliers.code, name: suppliers.name, by: users.name })
    .from(receipts)
    .innerJoin(suppliers, eq(suppliers.id, receipts.supplierId))
    .innerJoin(users, eq(users.id, receipts.byId))
    .where(where)
    .orderBy(desc(receipts.at), desc(receipts.id))
    .limit(LISTED);
  const views: ReceiptView[] = [];
  for (const { receipt, code, name, by } of rows) {
    views.push({
      id: receipt.id,
      supplier: { code, name },
      fileName: receipt.fileName,
      state: receipt.state,
      remark: receipt.remark,
      by,
      at: receipt.at.toISOString(),
      rows: receipt.rows,
      columns: receipt.columns,
      sample: receipt.sample,
      mapping: receipt.mapping,
      ...(await countsOf(queries, receipt.id)),
      revision: receipt.revision,
      version: receipt.version,
      waiting: await waitingOf(queries, receipt.id),
    });
  }
  return views;
}

async function countsOf(
  queries: Queries,
  id: string,
): Promise<Pick<ReceiptView, 'counts' | 'follows'>> {
  const rows = await queries
    .select({ verdict: receiptRows.verdict, follows: receiptRows.follows, rows: count() })
    .from(receiptRows)
    .where(and(eq(receiptRows.receiptId, id), eq(receiptRows.leftOut, false)))
    .groupBy(receiptRows.verdict, receiptRows.follows);
  const sum = (is: (row: (typeof rows)[number]) => boolean): number =>
    rows.filter(is).reduce((total, row) => total + row.rows, 0);
  return {
    counts: Object.fromEntries(
      RECEIPT_VERDICTS.map((verdict) => [verdict, sum((row) => row.verdict === verdict)]),
    ) as Record<ReceiptVerdict, number>, // each is there
    follows: Object.fromEntries(
      FOLLOWS.map((follows) => [follows, sum((row) => row.follows === follows)]),
    ) as Record<Follows, number>,
  };
}

async function waitingOf(queries: Queries, id: string): Promise<number> {
  const [row] = await queries
    .select({ rows: count() })
    .from(priceProposals)
    .where(and(eq(priceProposals.receiptId, id), eq(priceProposals.state, 'waiting')));
  return row?.rows ?? 0;
}

/** A page of a receipt's rows with what each would do, or did. */
export async function findReceiptRows(
  queries: Queries,
  id: string,
  { verdict, follows, sort, offset, limit }: ReceiptRowQuery,
): Promise<ReceiptRowPage> {
  const where = and(
    eq(receiptRows.receiptId, id),
    verdict === undefined ? undefined : eq(receiptRows.verdict, verdict),
    follows === undefined ? undefined : eq(receiptRows.follows, follows),
  );
  const [counted] = await queries.select({ total: count() }).from(receiptRows).where(where);
  const order =
    sort === 'move'
      ? [sql`abs(${receiptRows.move}) desc nulls last`, asc(receiptRows.row)]
      : [asc(receiptRows.row)];
  const rows = await queries
    .select({ row: receiptRows, item: items.number, name: items.name, unit: items.unit })
    .from(receiptRows)
    .leftJoin(items, eq(items.id, receiptRows.itemId))
    .where(where)
    .orderBy(...order)
    .limit(limit)
    .offset(offset);
  const { homeCurrency } = await settingsInForce(queries);
  return {
    rows: rows.map(({ row, item, name, unit }) => toRow(row, { item, name, unit }, homeCurrency)),
    total: counted?.total ?? 0,
    currency: homeCurrency,
  };
}

function toRow(
  row: typeof receiptRows.$inferSelect,
  item: {
    readonly item: string | null;
    readonly name: string | null;
    readonly unit: string | null;
  },
  homeCurrency: string,
): ReceiptRow {
  return {
    row: row.row,
    verdict: row.verdict,
    problem: row.problem,
    said: row.said,
    item: item.item,
    name: item.name,
    unit: row.unit ?? item.unit,
    minQuantity: row.minQuantity,
    from: row.fromDay,
    currency: row.currency,
    cost: row.cost,
    oldCost: row.oldCost,
    oldCurrency: row.oldCurrency,
    leftOut: row.leftOut,
    price:
      row.follows === null || row.priceBefore === null
        ? row.follows && noPrice(row.follows, row.why)
        : priceThatFollows(
            { ...row, follows: row.follows, priceBefore: row.priceBefore },
            homeCurrency,
          ),
  };
}

function noPrice(follows: Follows, why: string | null): PriceThatFollows {
  return {
    follows,
    why,
    before: '',
    after: null,
    move: null,
    marginBefore: null,
    marginAfter: null,
    markupBefore: null,
    markupAfter: null,
  };
}

/** A price with what stands beside it: markup and margin over the new cost, before and after. */
export function priceThatFollows(
  row: {
    readonly follows: Follows;
    readonly why: string | null;
    readonly priceBefore: string;
    readonly priceAfter: string | null;
    readonly move: string | null;
    readonly newUnitCost: string | null;
  },
  homeCurrency: string,
): PriceThatFollows {
  const digits = minorDigits(homeCurrency);
  const cost = row.newUnitCost === null ? null : decimal(row.newUnitCost);
  const [before, after] = [decimal(row.priceBefore), row.priceAfter && decimal(row.priceAfter)];
  return {
    follows: row.follows,
    why: row.why,
    before: print(withDigits(before, digits)),
    after: after ? print(withDigits(after, digits)) : null,
    move: row.move === null ? null : percent(decimal(row.move)),
    marginBefore: percent(cost && marginOf(before, cost)),
    marginAfter: percent(cost && (after ? marginOf(after, cost) : null)),
    markupBefore: percent(cost && markupOf(before, cost)),
    markupAfter: percent(cost && (after ? markupOf(after, cost) : null)),
  };
}

/** With one decimal. */
export function percent(value: Exact | null): string | null {
  return value && print(withDigits(roundToDigits(value, 1, 'halfAwayFromZero'), 1));
}

/** A receipt's rows as a table: what is wrong with them, or what they do. */
export async function* receiptTableRows(queries: Queries, id: string): AsyncGenerator<string[]> {
  const AT_ONCE = 500;
  for (let offset = 0; ; offset += AT_ONCE) {
    const page = await findReceiptRows(queries, id, { sort: 'row', offset, limit: AT_ONCE });
    for (const { price, ...row } of page.rows) {
      yield [
        String(row.row),
        row.verdict,
        row.problem ?? '',
        row.said,
        row.item ?? '',
        row.name ?? '',
        row.unit ?? '',
        row.minQuantity,
        row.from ?? '',
        row.oldCost ?? '',
        row.cost ?? '',
        row.currency ?? '',
        price?.follows ?? '',
        price?.why ?? '',
        price?.before ?? '',
        price?.after ?? '',
        price?.marginBefore ?? '',
        price?.marginAfter ?? '',
      ];
    }
    if (page.rows.length < AT_ONCE) return;
  }
}
