import { asc } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Queries } from './database';
import { inList } from './patterns';

/** A table whose rows people know by a code that never changes. */
export type CodedTable = PgTable & { readonly id: AnyPgColumn; readonly code: AnyPgColumn };

/**
 * The ids of rows by their codes, of all or of those with some codes, in the order in which they were made. A
 * code that is not there is missing from what comes back.
 */
export async function idsByCode(
  queries: Queries,
  table: CodedTable,
  codes?: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  // Drizzle cannot tell the types of the columns of a table that is a type parameter.
  const plain: PgTable = table;
  const rows = (await queries
    .select({ id: table.id, code: table.code })
    .from(plain)
    .where(codes && inList(table.code, codes))
    .orderBy(asc(table.id))) as { id: number; code: string }[];
  return new Map(rows.map(({ id, code }) => [code, id]));
}
