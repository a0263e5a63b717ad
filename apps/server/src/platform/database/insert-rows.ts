import { batches } from './batches';
import { sql, type SQL } from 'drizzle-orm';
import type { Transaction } from './database';

/** A field of the rows that are written, its column, and the column's type. */
export type WrittenColumn<Row> = readonly [field: keyof Row & string, column: string, type: string];

/**
 * Writes many rows that belong to one thing, some thousands a statement, as one text that the
 * database takes apart: as a parameter a field, 50,000 rows would take several times as long.
 * @param owner the column that says what they belong to, and its id
 * @param onConflict what becomes of rows that are there already; without it there may be none
 */
export async function insertRows<Row extends object>(
  transaction: Transaction,
  table: string,
  owner: { readonly column: string; readonly id: string },
  written: readonly WrittenColumn<Row>[],
  rows: readonly Row[],
  onConflict: SQL = sql``,
): Promise<void> {
  const names = [owner.column, ...written.map(([, column]) => column)].map((name) =>
    sql.identifier(name),
  );
  const fields = written.map(([field, , type]) => sql`${sql.identifier(field)} ${sql.raw(type)}`);
  for (const batch of batches(rows)) {
    const some = JSON.stringify(batch);
    await transaction.execute(
      sql`insert into ${sql.identifier(table)} (${sql.join(names, sql`, `)})
        select ${owner.id}::uuid, given.*
        from json_to_recordset(${some}::json) as given (${sql.join(fields, sql`, `)})
        ${onConflict}`,
    );
  }
}
