import { sql } from 'drizzle-orm';
import type { Transaction } from '../database/database';
import type { FileRow } from '../imports/read-file';
import type { ComparedRow } from './compare';

const ROWS_AT_ONCE = 5000;

/** Keeps the rows of a file as they came. */
export async function storeChunks(
  transaction: Transaction,
  receipt: string,
  rows: readonly FileRow[],
): Promise<void> {
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = JSON.stringify(rows.slice(from, from + ROWS_AT_ONCE));
    await transaction.execute(
      sql`insert into receipt_chunks (receipt_id, place, rows)
        values (${receipt}::uuid, ${from}::int, ${some})`,
    );
  }
}

/** Keeps what rows would do, over what was compared before. */
export async function storeCompared(
  transaction: Transaction,
  receipt: string,
  rows: readonly ComparedRow[],
): Promise<void> {
  await transaction.execute(sql`delete from receipt_rows where receipt_id = ${receipt}::uuid`);
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = JSON.stringify(rows.slice(from, from + ROWS_AT_ONCE));
    await transaction.execute(
      sql`insert into receipt_rows (receipt_id, row, verdict, problem, said, item_id, cost, currency,
          unit, min_quantity, from_day, until_day, old_cost, old_currency, follows, why,
          price_before, price_after, move, old_unit_cost, new_unit_cost)
        select ${receipt}::uuid, "row", verdict, problem, said, "itemId", cost, currency, unit,
          "minQuantity", "fromDay", "untilDay", "oldCost", "oldCurrency", follows, why,
          "priceBefore", "priceAfter", move, "oldUnitCost", "newUnitCost"
        from jsonb_to_recordset(${some}::jsonb) as given(
          "row" int, verdict text, problem text, said text, "itemId" int, cost numeric,
          currency text, unit text, "minQuantity" numeric, "fromDay" date, "untilDay" date,
          "oldCost" numeric, "oldCurrency" text, follows text, why text, "priceBefore" numeric,
          "priceAfter" numeric, move numeric, "oldUnitCost" numeric, "newUnitCost" numeric)`,
    );
  }
}
