import type { Page, VersionListQuery, VersionRow, VersionView } from '@honest-ledger/contracts';
import { eq, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { countOf, inOrder, onPage } from '../../platform/database/pages';
import { everyWordIn } from '../../platform/database/patterns';
import { users, versions } from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';
import type { PublishedSetups } from '../versions/published-setups';
import { versionInForce } from '../../master-data/in-force/queries';
import { setupChanges } from '../versions/setup-objects';

/** At most so many objects are shown of what a version changed. */
const OBJECTS_SHOWN = 500;

/** A page of the versions. */
export async function findVersions(
  queries: Queries,
  query: VersionListQuery,
): Promise<Page<VersionRow>> {
  const columns = {
    number: versions.number,
    by: users.name,
    note: versions.note,
    changes: versions.changes,
    publishedAt: versions.publishedAt,
  };
  const said = [sql`${versions.number}::text`, versions.note, users.name];
  const found = () => selectVersions(queries, everyWordIn(query.text, said));
  const ordered = found().orderBy(...inOrder(query, columns, versions.number));
  const rows = await onPage(ordered, query);
  return { rows: rows.map(toRow), total: await countOf(queries, found()) };
}

/** A version and what it changed against another, or against the one before. */
export async function findVersion(
  queries: Queries,
  setups: PublishedSetups,
  number: number,
  other?: number,
): Promise<VersionView> {
  const row = await mustVersion(queries, number);
  const against = other ?? (number > 1 ? number - 1 : null);
  if (other !== undefined) await mustVersion(queries, other);
  const before = against === null ? null : (await setups.of(queries, against)).setup;
  const { setup } = await setups.of(queries, number);
  const objects = setupChanges(before, setup);
  return {
    ...toRow(row),
    against,
    inForce: number === (await versionInForce(queries)),
    objects: objects.slice(0, OBJECTS_SHOWN),
    more: Math.max(0, objects.length - OBJECTS_SHOWN),
  };
}

export async function mustVersion(queries: Queries, number: number): Promise<VersionRecord> {
  const [row] = await selectVersions(queries, eq(versions.number, number));
  if (!row) throw notFound(`Version ${String(number)}`);
  return row;
}

interface VersionRecord {
  readonly version: typeof versions.$inferSelect;
  readonly by: string;
}

function selectVersions(queries: Queries, where: SQL | undefined) {
  return queries
    .select({ version: versions, by: users.name })
    .from(versions)
    .innerJoin(users, eq(users.id, versions.publishedBy))
    .where(where)
    .$dynamic();
}

function toRow({ version, by }: VersionRecord): VersionRow {
  const { number, publishedAt, note, changes } = version;
  return { number, publishedAt: publishedAt.toISOString(), publishedBy: by, note, changes };
}
