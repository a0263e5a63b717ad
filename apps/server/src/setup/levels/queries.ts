import type { LevelContent, LevelState, LevelSummary, LevelView } from '@honest-ledger/contracts';
import type { Queries } from '../../platform/database/database';
import { heldEdit, heldEdits } from '../drafts/queries';
import { contentOf, readLevelsOfVersion } from '../versions/levels-of-version';
import { versionInForce } from '../../master-data/in-force/queries';
import { customersByLevel } from '../../master-data/customers/by-level';

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
