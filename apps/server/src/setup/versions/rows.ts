import { and, isNull, type SQL } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import { batches } from '../../platform/database/batches';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';

/** A table whose rows count in a range of versions. */
export type VersionedTable = PgTable & {
  readonly rowId: AnyPgColumn;
  readonly fromVersion: AnyPgColumn;
  readonly toVersion: AnyPgColumn;
};

type Columns<Table extends PgTable> = Omit<Table['$inferInsert'], 'fromVersion' | 'toVersion'>;

/**
 * Makes the rows in force under `where` what is wanted, as of a version: those that are wanted and
 * there stay as they are, the others are closed, and what is missing is written.
 * All that is wanted names the same columns.
 */
export async function replaceRows<Table extends VersionedTable>(
  transaction: Transaction,
  table: Table,
  where: SQL | undefined,
  wanted: readonly Columns<Table>[],
  version: number,
): Promise<void> {
  // Drizzle cannot tell the row type of a table that is a type parameter.
  const plain: PgTable = table;
  const inForce = (await transaction
    .select()
    .from(plain)
    .where(and(where, isNull(table.toVersion)))) as unknown as Row[];
  const names = Object.keys(wanted[0] ?? {});
  const missing = new Map(wanted.map((columns) => [canonical(columns, names), columns]));
  const closed = inForce.filter((row) => !missing.delete(canonical(row, names)));
  for (const rows of batches(closed.map(({ rowId }) => rowId))) {
    await transaction.update(plain).set({ toVersion: version }).where(inList(table.rowId, rows));
  }
  for (const rows of batches([...missing.values()])) {
    await transaction
      .insert(plain)
      .values(rows.map((columns) => ({ ...columns, fromVersion: version })));
  }
}

type Row = Readonly<Record<string, unknown>> & { readonly rowId: number };

/** The values of some columns as one text, the same for the same values. */
function canonical(row: object, names: readonly string[]): string {
  return JSON.stringify(
    names.map((name) => sorted((row as Readonly<Record<string, unknown>>)[name])),
  );
}

/** Plain data with its keys in order: PostgreSQL keeps those of a jsonb in an order of its own. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  const pairs = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
  return pairs.map(([key, inner]) => [key, sorted(inner)]);
}
