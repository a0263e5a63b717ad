import type { Decision } from '@honest-ledger/contracts';
import { documentTitle } from '@honest-ledger/wording';
import { and, eq } from 'drizzle-orm';
import type { Queries, Transaction } from '../../platform/database/database';
import { approvals, documentLines, documents } from '../../platform/database/schema/index';
import { recordOf, type Editor } from '../documents/save-document';
import { conflict, notFound, Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';

/** Approves or refuses what was asked; whoever asked has it decided by somebody else. */
export async function decide(
  transaction: Transaction,
  { now }: Services,
  id: number,
  { approved, word }: Decision,
  editor: Editor,
): Promise<void> {
  const [asked] = await transaction
    .select()
    .from(approvals)
    .where(eq(approvals.id, id))
    .for('update');
  if (!asked) throw notFound(`Approval ${String(id)}`);
  const [document] = await transaction
    .select()
    .from(documents)
    .where(eq(documents.number, asked.documentNumber));
  if (!document) throw new Error('an approval has a document');
  const title = documentTitle(document);
  if (asked.state === 'overtaken') {
    throw conflict(`${title} was changed since approval was asked for.`, null);
  }
  if (asked.state !== 'asked') throw conflict(`Approval of ${title} is decided already.`, null);
  if (asked.askedBy === editor.id) {
    throw new Problem(403, 'You cannot decide your own request. Ask another approver.');
  }
  if (await hasTyped(transaction, document, editor.id)) {
    throw new Problem(403, 'You cannot decide what you entered yourself. Ask another approver.');
  }
  const state = approved ? 'approved' : 'refused';
  const decidedAt = now();
  await transaction
    .update(approvals)
    .set({ state, decidedBy: editor.id, decidedAt, word })
    .where(eq(approvals.id, id));
  const by = { by: editor.id, now: decidedAt, action: state } as const;
  await recordOf(transaction, document, by, [{ note: asked.note }, { word }]);
}

/** True where a figure by hand on a document that breaks a guard is this user’s. */
async function hasTyped(
  queries: Queries,
  { number, discountBy, guards }: typeof documents.$inferSelect,
  user: number,
): Promise<boolean> {
  const lines = await queries
    .select({ id: documentLines.id })
    .from(documentLines)
    .where(and(eq(documentLines.documentNumber, number), eq(documentLines.handBy, user)));
  const own = new Set(lines.map(({ id }) => id));
  return guards.some(({ line }) => (line === null ? discountBy === user : own.has(line)));
}
