import type { Publish } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { record, type Actor } from '../changes/record';
import type { Transaction } from '../database/database';
import { drafts } from '../database/schema/index';
import { conflict, notFound, Problem } from '../http/problems';
import type { Services } from '../services';
import { openVersion, publishObjects, waitForPublishing } from '../versions/publish';
import { versionInForce } from '../versions/queries';
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
  const [draft] = await transaction.select().from(drafts).where(eq(drafts.id, id));
  if (!draft) throw notFound('This draft');
  if (draft.state !== 'open') throw conflict('This draft has been published meanwhile.', null);
  if (draft.revision !== revision) {
    throw conflict(
      'The draft has been edited since you looked at it. Look through it again.',
      null,
    );
  }
  const { setup } = await services.setups.of(transaction, await versionInForce(transaction));
  const { changes } = editedSetup(setup, await heldEdits(transaction, { draft: id }));
  if (changes.length === 0) throw new Problem(422, 'The draft changes nothing.');
  const version = await openVersion(transaction, {
    draftId: id,
    note,
    changes: changes.length,
    publishedBy: actor.id,
    publishedAt: actor.now,
  });
  await publishObjects(transaction, version, changes, actor.now);
  await transaction.update(drafts).set({ state: 'published' }).where(eq(drafts.id, id));
  await record(
    transaction,
    actor,
    ...changes.map(({ kind, key, name, before, after }) => ({
      kind,
      key,
      name,
      action: 'published' as const,
      before,
      after,
    })),
    {
      kind: 'version',
      key: String(version),
      name: `Version ${String(version)}`,
      action: 'made',
      before: null,
      after: { draft: draft.name, note, changes: changes.length },
    },
  );
  return version;
}
