import { sql, type SQL } from 'drizzle-orm';
import type { Transaction } from './database';

/** A field of the rows that are written, its column, and the column's type. */
export type WrittenColumn<Row> = readonly [field: keyof Row & string, column: string, type: string];

const ROWS_AT_ONCE = 5000;

/**
 * Writes many rows that belong to one thing: an array a column, because as rows of parameters, or
 * as JSON, 50,000 would take several times as long.
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
  const names = written.map(([, column]) => sql.identifier(column));
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = rows.slice(from, from + ROWS_AT_ONCE);
    const columns = written.map(([field, , type]) => {
      const values = some.map((row) => (type === 'jsonb' ? json(row[field]) : row[field]));
      return sql`${sql.param(values)}::${sql.raw(type)}[]`;
    });
    await transaction.execute(
      sql`insert into ${sql.identifier(table)}
          (${sql.identifier(owner.column)}, ${sql.join(names, sql`, `)})
        select ${owner.id}::uuid, given.* from unnest(${sql.join(columns, sql`, `)}) as given
        ${onConflict}`,
    );
  }
}

function json(value: unknown): string | null {
  return value === null ? null : JSON.stringify(value);
}
