import type { LevelContent, LevelState, LevelSummary, LevelView } from '@honest-ledger/contracts';
import { count, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { union } from 'drizzle-orm/pg-core';
import type { Queries } from '../database/database';
import { customers, levelAssignments, levelRows, segments } from '../database/schema/index';
import { heldEdit, heldEdits } from '../drafts/queries';
import { contentOf, readLevelsOfVersion } from '../versions/levels-of-version';
import { versionInForce } from '../versions/queries';

/** All levels, those that only a draft has included, by name. */
export async function findLevels(queries: Queries): Promise<LevelSummary[]> {
  const published = await readLevelsOfVersion(queries, await versionInForce(queries));
  const edits = await heldEdits(queries, { kind: 'level' });
  const holders = await customersByLevel(queries);
  const summaries = new Map<string, { content: LevelContent; state: LevelState }>(
    published.map((level) => [level.id, { content: contentOf(level), state: 'published' }]),
  );
  for (const { key, content } of edits) {
    const known = summaries.get(key);
    if (content === null) {
      if (known) summaries.set(key, { ...known, state: 'withdrawn' });
    } else {
      // It was checked as a level before it was kept.
      summaries.set(key, { content: content as LevelContent, state: known ? 'edited' : 'new' });
    }
  }
  return [...summaries]
    .map(([id, { content, state }]) => ({ id, state, content, customers: holders.get(id) ?? 0 }))
    .sort((a, b) => a.content.name.localeCompare(b.content.name, 'en'));
}

/** A level as published and as a draft would have it; null where neither knows it. */
export async function findLevel(queries: Queries, id: string): Promise<LevelView | null> {
  const [level] = await readLevelsOfVersion(queries, await versionInForce(queries), id);
  const draft = await heldEdit(queries, 'level', id);
  if (!level && !draft) return null;
  return { id, published: level ? contentOf(level) : null, draft };
}

/** The levels that are published, by their ids. */
export async function levelsInForce(queries: Queries): Promise<ReadonlySet<string>> {
  const rows = await queries
    .select({ id: levelRows.levelId })
    .from(levelRows)
    .where(isNull(levelRows.toVersion));
  return new Set(rows.map(({ id }) => id));
}

/**
 * How many customers each level is for: theirs, their segment's where they have none of their own, or
 * theirs for some goods. Each customer counts once for a level.
 */
export async function customersByLevel(queries: Queries): Promise<ReadonlyMap<string, number>> {
  const own = queries
    .select({ customer: customers.id, level: sql<string>`coalesce(${DEFAULT_LEVEL})`.as('level') })
    .from(customers)
    .leftJoin(segments, eq(segments.id, customers.segmentId));
  const forGoods = queries
    .select({
      customer: levelAssignments.customerId,
      level: sql<string>`${levelAssignments.levelId}`,
    })
    .from(levelAssignments);
  const all = union(own, forGoods).as('holders');
  const rows = await queries
    .select({ level: all.level, customers: count() })
    .from(all)
    .where(isNotNull(all.level))
    .groupBy(all.level);
  return new Map(rows.map((row) => [row.level, row.customers]));
}

/** How many customers have no level of their own or of their segment: they get the default level. */
export async function customersWithoutLevel(queries: Queries): Promise<number> {
  const [row] = await queries
    .select({ customers: count() })
    .from(customers)
    .leftJoin(segments, eq(segments.id, customers.segmentId))
    .where(sql`coalesce(${DEFAULT_LEVEL}) is null`);
  return row?.customers ?? 0;
}

/** A customer's own level, else the segment's. */
const DEFAULT_LEVEL = sql`${customers.levelId}, ${segments.levelId}`;
