import { eq, sql } from 'drizzle-orm';
import type { Queries, Transaction } from '../../platform/database/database';
import { insertRows, type WrittenColumn } from '../../platform/database/insert-rows';
import { priceChangeRows } from '../../platform/database/schema/index';
import { keyOf } from './prices';
import type { Decision, WorkedOut } from './work-out';

/** Writes all rows of a price change over those it had. */
export async function storeRows(
  transaction: Transaction,
  priceChange: string,
  rows: readonly WorkedOut[],
): Promise<void> {
  await transaction.delete(priceChangeRows).where(eq(priceChangeRows.priceChangeId, priceChange));
  const owner = { column: 'repricing_id', id: priceChange };
  await insertRows(transaction, 'repricing_rows', owner, COLUMNS, rows);
}

/** What stands in a row, by which it is known, and by which it is seen that it would be another. */
export type StoredRow = typeof priceChangeRows.$inferSelect;

export function readRows(queries: Queries, priceChange: string): Promise<StoredRow[]> {
  return queries
    .select()
    .from(priceChangeRows)
    .where(eq(priceChangeRows.priceChangeId, priceChange))
    .orderBy(priceChangeRows.row);
}

/** What was decided on rows, by the prices they are. */
export function decisionsOf(rows: readonly StoredRow[]): Map<string, Decision> {
  return new Map(
    rows
      .filter(({ typed, decided }) => typed !== null || decided !== null)
      .map((row) => [keyOf(row), { typed: row.typed, decided: row.decided }]),
  );
}

/** Says in few words what a row does, to be compared with what it would do by now. */
export function saidByRow(
  row: Pick<WorkedOut, 'before' | 'after' | 'cost' | 'leftOut' | 'fixed'>,
): string {
  return JSON.stringify([row.before, row.after, row.cost, row.leftOut, row.fixed]);
}

/** Replaces single rows, which keep their places. */
export async function replaceRows(
  transaction: Transaction,
  priceChange: string,
  rows: readonly WorkedOut[],
): Promise<void> {
  const places = rows.map(({ row }) => row);
  await transaction.execute(
    sql`delete from repricing_rows
      where repricing_id = ${priceChange}::uuid and row = any(${sql.param(places)}::int[])`,
  );
  const owner = { column: 'repricing_id', id: priceChange };
  await insertRows(transaction, 'repricing_rows', owner, COLUMNS, rows);
}

const COLUMNS: readonly WrittenColumn<WorkedOut>[] = [
  ['row', 'row', 'int'],
  ['itemId', 'item_id', 'int'],
  ['levelId', 'level_id', 'uuid'],
  ['unit', 'unit', 'text'],
  ['inBaseUnit', 'in_base_unit', 'boolean'],
  ['typedPriceId', 'typed_price_id', 'text'],
  ['minQuantity', 'min_quantity', 'numeric'],
  ['fromDay', 'from_day', 'date'],
  ['untilDay', 'until_day', 'date'],
  ['currency', 'currency', 'text'],
  ['cost', 'cost', 'numeric'],
  ['costKind', 'cost_kind', 'text'],
  ['before', 'before', 'numeric'],
  ['after', 'after', 'numeric'],
  ['change', 'change', 'numeric'],
  ['move', 'move', 'numeric'],
  ['markupBefore', 'markup_before', 'numeric'],
  ['marginBefore', 'margin_before', 'numeric'],
  ['markup', 'markup', 'numeric'],
  ['margin', 'margin', 'numeric'],
  ['typed', 'typed', 'jsonb'],
  ['decided', 'decided', 'boolean'],
  ['leftOut', 'left_out', 'boolean'],
  ['fixed', 'fixed', 'boolean'],
  ['remark', 'remark', 'text'],
  ['belowCost', 'below_cost', 'boolean'],
  ['belowMargin', 'below_margin', 'boolean'],
];
