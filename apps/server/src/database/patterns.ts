import { and, ilike, or, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';

/** A pattern for what contains a text, with the pattern's own signs taken as letters. */
export function containing(text: string): string {
  return `%${text.replaceAll(/[\\%_]/g, String.raw`\$&`)}%`;
}

/** Every word of a search must stand in one of the columns, in any case. */
export function everyWordIn(
  text: string | undefined,
  columns: readonly (AnyPgColumn | SQL)[],
): SQL | undefined {
  const words = (text ?? '').trim().split(/\s+/).filter(Boolean);
  return and(
    ...words.map((word) => or(...columns.map((column) => ilike(column, containing(word))))),
  );
}

/**
 * True where a column is one of many values. They are sent as one parameter: a statement may have
 * at most 65,535 of them.
 */
export function oneOf(column: AnyPgColumn, values: readonly (number | string)[]): SQL {
  return sql`${column} = any(${sql.param([...values])})`;
}
