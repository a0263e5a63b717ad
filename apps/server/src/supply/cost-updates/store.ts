import { sql } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { insertRows, type WrittenColumn } from '../../platform/database/insert-rows';
import type { FileRow } from '../../platform/files/read-file';
import type { ComparedRow } from './compare';

const ROWS_AT_ONCE = 5000;

/** Keeps the rows of a file as they came. */
export async function storeChunks(
  transaction: Transaction,
  costUpdate: string,
  rows: readonly FileRow[],
): Promise<void> {
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = JSON.stringify(rows.slice(from, from + ROWS_AT_ONCE));
    await transaction.execute(
      sql`insert into receipt_chunks (receipt_id, place, rows)
        values (${costUpdate}::uuid, ${from}::int, ${some})`,
    );
  }
}

/** Keeps what rows would do, over what was compared before. */
export async function storeCompared(
  transaction: Transaction,
  costUpdate: string,
  rows: readonly ComparedRow[],
): Promise<void> {
  await transaction.execute(sql`delete from receipt_rows where receipt_id = ${costUpdate}::uuid`);
  const owner = { column: 'receipt_id', id: costUpdate };
  await insertRows(transaction, 'receipt_rows', owner, COLUMNS, rows);
}

/** The fields of a row, their columns and their types. */
const COLUMNS: readonly WrittenColumn<ComparedRow>[] = [
  ['row', 'row', 'int'],
  ['verdict', 'verdict', 'text'],
  ['problem', 'problem', 'text'],
  ['said', 'said', 'text'],
  ['itemId', 'item_id', 'int'],
  ['cost', 'cost', 'numeric'],
  ['currency', 'currency', 'text'],
  ['unit', 'unit', 'text'],
  ['minQuantity', 'min_quantity', 'numeric'],
  ['fromDay', 'from_day', 'date'],
  ['untilDay', 'until_day', 'date'],
  ['oldCost', 'old_cost', 'numeric'],
  ['oldCurrency', 'old_currency', 'text'],
  ['follows', 'follows', 'text'],
  ['why', 'why', 'text'],
  ['priceBefore', 'price_before', 'numeric'],
  ['priceAfter', 'price_after', 'numeric'],
  ['move', 'move', 'numeric'],
  ['oldUnitCost', 'old_unit_cost', 'numeric'],
  ['newUnitCost', 'new_unit_cost', 'numeric'],
  ['isCost', 'is_cost', 'boolean'],
  ['hadPurchase', 'had_purchase', 'jsonb'],
  ['hadCost', 'had_cost', 'jsonb'],
];
