import { and, eq, inArray, sql } from 'drizzle-orm';
import { record, type Actor } from '../changes/record';
import type { Transaction } from '../database/database';
import { draftEdits, drafts } from '../database/schema/index';
import { notFound, Problem } from '../http/problems';

/** Opens a draft under a name that no other open one has. @returns its id */
export async function openDraft(
  transaction: Transaction,
  name: string,
  { id, now }: Actor,
): Promise<string> {
  const taken = await transaction
    .select({ id: drafts.id })
    .from(drafts)
    .where(
      and(inArray(drafts.state, ['open', 'waiting']), sql`lower(${drafts.name}) = lower(${name})`),
    );
  if (taken.length > 0) {
    const sentence = `There is a draft ${name} already`;
    throw new Problem(422, `${sentence}.`, { fields: [{ path: 'name', sentence }] });
  }
  const [created] = await transaction
    .insert(drafts)
    .values({ name, createdBy: id, createdAt: now })
    .returning({ id: drafts.id });
  if (!created) throw new Error('a new draft gave no id');
  return created.id;
}

/** Discards an open draft with all its edits; what they were stays on record. */
export async function discardDraft(
  transaction: Transaction,
  id: string,
  actor: Actor,
): Promise<void> {
  const [draft] = await transaction
    .update(drafts)
    .set({ state: 'discarded' })
    .where(and(eq(drafts.id, id), eq(drafts.state, 'open')))
    .returning();
  if (!draft) throw notFound('This draft');
  const edits = await transaction.delete(draftEdits).where(eq(draftEdits.draftId, id)).returning();
  await record(transaction, actor, {
    kind: 'draft',
    key: id,
    name: draft.name,
    action: 'discarded',
    before: edits.map(({ objectKind, objectKey, content }) => ({ objectKind, objectKey, content })),
    after: null,
  });
}
