import { isNull, max } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { levelRows, settingRows, versions } from '../../platform/database/schema/index';

/** The number of the version in force: the highest there is. */
export async function versionInForce(queries: Queries): Promise<number> {
  const [row] = await queries.select({ number: max(versions.number) }).from(versions);
  if (!row?.number) throw new Error('no version was ever published; load the demo data or a setup');
  return row.number;
}

/** The settings of the version in force. */
export async function settingsInForce(
  queries: Queries,
): Promise<Pick<typeof settingRows.$inferSelect, 'homeCurrency' | 'costOrder'>> {
  const [row] = await queries.select().from(settingRows).where(isNull(settingRows.toVersion));
  if (!row) throw new Error('no settings were ever published');
  return row;
}

/** The levels that are published, by their ids. */
export async function levelsInForce(queries: Queries): Promise<ReadonlySet<string>> {
  const rows = await queries
    .select({ id: levelRows.levelId })
    .from(levelRows)
    .where(isNull(levelRows.toVersion));
  return new Set(rows.map(({ id }) => id));
}
