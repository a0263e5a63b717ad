import { and, ilike, or, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';

/** A pattern for what contains a text, with the pattern's own signs taken as letters. */
export function containing(text: string): string {
  return `%${text.replaceAll(/[\\%_]/g, String.raw`\$&`)}%`;
}

/** Every word of a search must stand in one of the columns, in any case. */
export function everyWordIn(
  text: string | undefined,
  columns: readonly AnyPgColumn[],
): SQL | undefined {
  const words = (text ?? '').trim().split(/\s+/).filter(Boolean);
  return and(
    ...words.map((word) => or(...columns.map((column) => ilike(column, containing(word))))),
  );
}
