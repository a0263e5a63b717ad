import { levelFromForm, type DraftAnswer, type LevelEditView } from '@honest-ledger/contracts';
import { compileSetup } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { catalogueMoves } from '../catalogue/price-catalogue';
import { readItemFacts } from '../catalogue/queries';
import type { Queries } from '../database/database';
import { drafts } from '../database/schema/index';
import { customersByLevel, openLevelEdits, type OpenLevelEdit } from '../levels/queries';
import type { Services } from '../services';
import { versionInForce } from '../versions/queries';
import { contentOf } from '../versions/setup-of-version';

/** What the open draft would change, with the prices each edit moves. */
export async function readDraft(queries: Queries, services: Services): Promise<DraftAnswer> {
  const { setup, compiled } = await services.setups.of(queries, await versionInForce(queries));
  const currency = setup.homeCurrency;
  const [draft] = await queries.select().from(drafts).where(eq(drafts.state, 'open'));
  const edits = draft ? await openLevelEdits(queries) : [];
  if (!draft || edits.length === 0) return { draft: null, currency };

  const items = await readItemFacts(queries);
  const holders = await customersByLevel(queries);
  const view = ({ objectId: id, content }: OpenLevelEdit): LevelEditView => {
    const published = setup.levels.find((level) => level.id === id);
    const edited = levelFromForm({ id, ...content });
    const levels = [...setup.levels.filter((level) => level.id !== id), edited];
    const after = { setup: compileSetup({ ...setup, levels }), level: id };
    return {
      level: id,
      before: published ? contentOf(published) : null,
      after: content,
      customers: holders.get(id) ?? 0,
      moves: catalogueMoves(items, { setup: compiled, level: id }, after, services.now()),
    };
  };
  const { id, name, revision } = draft;
  return { draft: { id, name, revision, edits: edits.map(view) }, currency };
}
