import { and, ilike, or, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';

/** A pattern for what contains a text, with the pattern's own signs taken as letters. */
export function containing(text: string): string {
  return `%${text.replaceAll(/[\\%_]/g, String.raw`\$&`)}%`;
}

/** Where a word can stand: in a column, or in something else that says so for a pattern. */
export type SearchTarget = AnyPgColumn | SQL | ((pattern: string) => SQL);

/** Every word of a search must stand in one of these, in any case. */
export function everyWordIn(
  text: string | undefined,
  places: readonly SearchTarget[],
): SQL | undefined {
  const words = (text ?? '').trim().split(/\s+/).filter(Boolean);
  return and(
    ...words
      .map(containing)
      .map((pattern) =>
        or(
          ...places.map((place) =>
            typeof place === 'function' ? place(pattern) : ilike(place, pattern),
          ),
        ),
      ),
  );
}

/**
 * True where a column is one of many values. They are sent as one parameter: a statement may have
 * at most 65,535 of them.
 */
export function inList(column: AnyPgColumn, values: readonly (number | string)[]): SQL {
  return sql`${column} = any(${sql.param([...values])})`;
}

/** True where an instant lies on one of these days, both included, as UTC has them. */
export function onDays(
  column: AnyPgColumn,
  first: string | undefined,
  last: string | undefined,
): SQL | undefined {
  return and(
    first === undefined ? undefined : sql`${column} >= ${first}::date at time zone 'UTC'`,
    last === undefined ? undefined : sql`${column} < (${last}::date + 1) at time zone 'UTC'`,
  );
}
