import { and, gt, isNull, lte, or, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';

/** The rows that count in a version. */
export function countsIn(
  table: { fromVersion: AnyPgColumn; toVersion: AnyPgColumn },
  version: number,
): SQL | undefined {
  return and(
    lte(table.fromVersion, version),
    or(isNull(table.toVersion), gt(table.toVersion, version)),
  );
}
