import type { LevelContent, LevelSummary, LevelView } from '@honest-ledger/contracts';
import { and, count, eq, isNotNull } from 'drizzle-orm';
import type { Queries } from '../database/database';
import { customers, draftEdits, drafts } from '../database/schema/index';
import { versionInForce } from '../versions/queries';
import { contentOf, readLevelsOfVersion } from '../versions/setup-of-version';

/** All levels, those that only a draft has included, by name. */
export async function findLevels(queries: Queries): Promise<LevelSummary[]> {
  const published = await readLevelsOfVersion(queries, await versionInForce(queries));
  const edits = await openLevelEdits(queries);
  const holders = await customersByLevel(queries);
  const contents = new Map(published.map((level) => [level.id, contentOf(level)]));
  for (const { objectId, content } of edits) contents.set(objectId, content);
  const edited = new Set(edits.map(({ objectId }) => objectId));
  const known = new Set(published.map(({ id }) => id));
  return [...contents]
    .map(([id, content]) => ({
      id,
      state: !known.has(id)
        ? ('new' as const)
        : edited.has(id)
          ? ('edited' as const)
          : ('published' as const),
      content,
      customers: holders.get(id) ?? 0,
    }))
    .sort((a, b) => a.content.name.localeCompare(b.content.name, 'en'));
}

/** A level as published and as the open draft would have it; null where neither knows it. */
export async function findLevel(queries: Queries, id: string): Promise<LevelView | null> {
  const [level] = await readLevelsOfVersion(queries, await versionInForce(queries), id);
  const edit = (await openLevelEdits(queries)).find(({ objectId }) => objectId === id);
  if (!level && !edit) return null;
  return {
    id,
    published: level ? contentOf(level) : null,
    draft: edit ? { content: edit.content, revision: edit.revision } : null,
  };
}

export interface OpenLevelEdit {
  readonly objectId: string;
  readonly content: LevelContent;
  readonly revision: number;
}

/** The level edits of the open draft. */
export async function openLevelEdits(queries: Queries): Promise<OpenLevelEdit[]> {
  return queries
    .select({
      objectId: draftEdits.objectId,
      content: draftEdits.content,
      revision: draftEdits.revision,
    })
    .from(draftEdits)
    .innerJoin(drafts, eq(drafts.id, draftEdits.draftId))
    .where(and(eq(drafts.state, 'open'), eq(draftEdits.objectKind, 'level')))
    .orderBy(draftEdits.id);
}

/** How many customers have each level as their default. */
export async function customersByLevel(queries: Queries): Promise<ReadonlyMap<string, number>> {
  const rows = await queries
    .select({ level: customers.levelId, customers: count() })
    .from(customers)
    .where(isNotNull(customers.levelId))
    .groupBy(customers.levelId);
  return new Map(rows.flatMap((row) => (row.level === null ? [] : [[row.level, row.customers]])));
}
