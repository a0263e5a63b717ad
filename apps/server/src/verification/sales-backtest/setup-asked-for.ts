import type { SalesBacktestBy } from '@honest-ledger/contracts';
import { compileSetup, type CompiledSetup, type Setup } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { drafts } from '../../platform/database/schema/index';
import { editedSetup, heldEdits } from '../../setup/drafts/queries';
import { Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';

/**
 * By what sales are to be priced; null for the version that each was priced under.
 * @param revision the draft's when it all began: another one is refused, for its prices are others
 */
export async function setupAskedFor(
  queries: Queries,
  { setups }: Pick<Services, 'setups'>,
  by: SalesBacktestBy,
  revision: number | null,
): Promise<{ readonly setup: Setup; readonly compiled: CompiledSetup } | null> {
  switch (by.kind) {
    case 'own':
      return null;
    case 'version':
      return setups.of(queries, by.version);
    case 'draft': {
      const [draft] = await queries.select().from(drafts).where(eq(drafts.id, by.draft));
      if (draft?.state !== 'open' && draft?.state !== 'waiting') {
        throw new Problem(422, 'The draft is not open any more.');
      }
      if (draft.revision !== revision) {
        throw new Problem(422, 'The draft was edited since you chose it, so its prices differ.');
      }
      const { setup } = await setups.of(queries, await versionInForce(queries));
      const held = (await heldEdits(queries)).filter((edit) => edit.draft === by.draft);
      const edited = editedSetup(setup, held).setup;
      return { setup: edited, compiled: compileSetup(edited) };
    }
  }
}
