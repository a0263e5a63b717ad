import type { Publish } from '@honest-ledger/contracts';
import { levelCircle, type Setup } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { record, recordAll, type Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { drafts } from '../../platform/database/schema/index';
import { conflict, notFound, Problem } from '../../platform/http/problems';
import { askForQuotes } from './quotes-again';
import type { Services } from '../versions/services';
import { openVersion, publishObjects, waitForPublishing } from '../versions/publish';
import { versionInForce } from '../../master-data/in-force/queries';
import { editedSetup, heldEdits } from './queries';

/**
 * Publishes the draft revision that the user looked at as the next version, whole or not at all.
 * @returns the version's number
 */
export async function publishDraft(
  transaction: Transaction,
  services: Services,
  id: string,
  { revision, note }: Publish,
  actor: Actor,
): Promise<number> {
  await waitForPublishing(transaction);
  const draft = await draftAsSeen(transaction, id, revision);
  return publishEdits(transaction, services, draft, note, actor);
}

/** An open draft as somebody saw it. @throws {Problem} where it is another by now */
export async function draftAsSeen(
  transaction: Transaction,
  id: string,
  revision: number,
): Promise<typeof drafts.$inferSelect> {
  const [draft] = await transaction.select().from(drafts).where(eq(drafts.id, id));
  if (!draft) throw notFound('This draft');
  if (draft.state !== 'open') {
    throw conflict('This draft has been published or scheduled since you opened it.', null);
  }
  if (draft.revision !== revision) {
    throw conflict('The draft changed since you opened it. Review it again.', null);
  }
  return draft;
}

/** Makes a draft's edits the next version; after `waitForPublishing`. */
export async function publishEdits(
  transaction: Transaction,
  services: Services,
  { id, name: draftName }: typeof drafts.$inferSelect,
  note: string,
  actor: Actor,
): Promise<number> {
  const { setup } = await services.setups.of(transaction, await versionInForce(transaction));
  const { setup: edited, changes } = editedSetup(
    setup,
    await heldEdits(transaction, { draft: id }),
  );
  if (changes.length === 0) throw new Problem(422, 'The draft changes nothing.');
  refuseClashes(edited);
  const version = await openVersion(transaction, {
    draftId: id,
    note,
    changes: changes.length,
    publishedBy: actor.id,
    publishedAt: actor.now,
  });
  await publishObjects(transaction, version, changes, actor.now);
  await transaction.update(drafts).set({ state: 'published' }).where(eq(drafts.id, id));
  await recordAll(
    transaction,
    actor,
    changes.map((change) => ({ ...change, action: 'published' as const })),
  );
  await record(transaction, actor, {
    kind: 'version',
    key: String(version),
    name: `Version ${String(version)}`,
    action: 'made',
    before: null,
    after: { draft: draftName, note, changes: changes.length },
  });
  await askForQuotes(transaction, id, version);
  return version;
}

function refuseNamesakes(all: readonly { readonly name: string }[], what: string): void {
  const names = new Set<string>();
  for (const { name } of all) {
    if (names.has(name.toLowerCase())) {
      throw new Problem(422, `Two ${what} would be called ${name}. Rename one of them.`);
    }
    names.add(name.toLowerCase());
  }
}

/** Drafts are checked each for itself: two of them together may still name alike or go in circles. */
function refuseClashes({ levels, costTables, breaks, rules, conditions }: Setup): void {
  refuseNamesakes(levels, 'levels');
  refuseNamesakes(costTables, 'cost tables');
  refuseNamesakes(breaks, 'quantity breaks');
  refuseNamesakes(rules, 'rules');
  refuseNamesakes(conditions, 'saved conditions');
  const circle = levelCircle(levels);
  if (!circle) return;
  const called = circle.map((id) => levels.find((level) => level.id === id)?.name ?? id);
  throw new Problem(422, `Levels would start from each other in a circle: ${called.join(', ')}.`);
}
