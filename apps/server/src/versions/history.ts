import type { VersionLevelChange, VersionRow, VersionView } from '@honest-ledger/contracts';
import { count, desc, eq } from 'drizzle-orm';
import type { Queries } from '../database/database';
import {
  basePriceRows,
  levelEntryRows,
  levelRows,
  users,
  versions,
} from '../database/schema/index';
import { contentOf, readLevelsOfVersion } from './setup-of-version';

/** All versions, the latest first. */
export async function findVersions(queries: Queries): Promise<VersionRow[]> {
  const rows = await queries
    .select({ version: versions, by: users.name })
    .from(versions)
    .innerJoin(users, eq(users.id, versions.publishedBy))
    .orderBy(desc(versions.number));
  const touched = await levelsTouched(queries);
  const priceCounts = await queries
    .select({ version: basePriceRows.fromVersion, changes: count() })
    .from(basePriceRows)
    .groupBy(basePriceRows.fromVersion);
  const prices = new Map(priceCounts.map(({ version, changes }) => [version, changes]));
  return rows.map(({ version, by }) => ({
    number: version.number,
    publishedAt: version.publishedAt.toISOString(),
    publishedBy: by,
    note: version.note,
    changes: (touched.get(version.number)?.size ?? 0) + (prices.get(version.number) ?? 0),
  }));
}

/** A version and what it changed against the one before; null where there is no such version. */
export async function findVersion(queries: Queries, number: number): Promise<VersionView | null> {
  const row = (await findVersions(queries)).find((version) => version.number === number);
  if (!row) return null;
  const changed = [...((await levelsTouched(queries)).get(number) ?? [])];
  const [before, after] = [
    number > 1 ? await readLevelsOfVersion(queries, number - 1) : [],
    await readLevelsOfVersion(queries, number),
  ];
  const levels = changed.map((level): VersionLevelChange => {
    const [from, to] = [before, after].map((all) => all.find(({ id }) => id === level));
    return { level, before: from ? contentOf(from) : null, after: to ? contentOf(to) : null };
  });
  const [prices] = await queries
    .select({ changes: count() })
    .from(basePriceRows)
    .where(eq(basePriceRows.fromVersion, number));
  return { ...row, levels: levels.sort(byName), basePrices: prices?.changes ?? 0 };
}

/** Which levels each version brought rows for or closed rows of. */
async function levelsTouched(queries: Queries): Promise<ReadonlyMap<number, ReadonlySet<string>>> {
  const rows = [
    ...(await queries
      .select({ id: levelRows.levelId, from: levelRows.fromVersion, to: levelRows.toVersion })
      .from(levelRows)),
    ...(await queries
      .select({
        id: levelEntryRows.levelId,
        from: levelEntryRows.fromVersion,
        to: levelEntryRows.toVersion,
      })
      .from(levelEntryRows)),
  ];
  const touched = new Map<number, Set<string>>();
  for (const { id, from, to } of rows) {
    for (const version of to === null ? [from] : [from, to]) {
      touched.set(version, (touched.get(version) ?? new Set()).add(id));
    }
  }
  return touched;
}

function byName(a: VersionLevelChange, b: VersionLevelChange): number {
  const name = (change: VersionLevelChange): string => (change.after ?? change.before)?.name ?? '';
  return name(a).localeCompare(name(b), 'en');
}
