import type { Publish } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import type { Transaction } from '../database/database';
import { drafts } from '../database/schema/index';
import { conflict, notFound, Problem } from '../http/problems';
import { openLevelEdits } from '../levels/queries';
import { openVersion, publishLevel, waitForPublishing } from '../versions/publish';

/**
 * Publishes the draft revision that the user looked at as the next version, whole or not at all.
 * @returns the version's number
 */
export async function publishDraft(
  transaction: Transaction,
  { draft: id, revision, note }: Publish,
  publisher: { readonly id: number; readonly now: Date },
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
  const edits = await openLevelEdits(transaction);
  if (edits.length === 0) throw new Problem(422, 'The draft changes nothing.');
  const version = await openVersion(transaction, {
    draftId: id,
    note,
    publishedBy: publisher.id,
    publishedAt: publisher.now,
  });
  for (const { objectId, content } of edits) {
    await publishLevel(transaction, version, objectId, content, publisher.now);
  }
  await transaction.update(drafts).set({ state: 'published' }).where(eq(drafts.id, id));
  return version;
}
