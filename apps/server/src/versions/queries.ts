import { and, gt, isNull, lte, max, or, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import type { Queries } from '../database/database';
import { settingRows, versions } from '../database/schema/index';

/** The number of the version in force: the highest there is. */
export async function versionInForce(queries: Queries): Promise<number> {
  const [row] = await queries.select({ number: max(versions.number) }).from(versions);
  if (!row?.number) throw new Error('no version was ever published; load the demo data or a setup');
  return row.number;
}

/** The settings of the version in force. */
export async function settingsInForce(
  queries: Queries,
): Promise<Pick<typeof settingRows.$inferSelect, 'homeCurrency'>> {
  const [row] = await queries.select().from(settingRows).where(isNull(settingRows.toVersion));
  if (!row) throw new Error('no settings were ever published');
  return row;
}

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
