import type { AskingApproval } from '@honest-ledger/contracts';
import { documentTitle } from '@honest-ledger/wording';
import { eq } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { approvals } from '../../platform/database/schema/index';
import { lockDocument, recordOf, settled, type Editor } from '../documents/save-document';
import { conflict, Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { unapproved } from '../guards/approvals';

/** Asks that a document may go on though it breaks guards. */
export async function askForApproval(
  transaction: Transaction,
  services: Services,
  number: number,
  { revision, note }: AskingApproval,
  editor: Editor,
): Promise<void> {
  const row = await lockDocument(transaction, services, number, revision);
  if (row.state !== 'open') throw settled(row);
  const title = documentTitle(row);
  if ((await unapproved(transaction, row)).length === 0) {
    throw new Problem(422, `${title} breaks no guard that is not approved.`);
  }
  const earlier = await transaction
    .select({ state: approvals.state })
    .from(approvals)
    .where(eq(approvals.documentNumber, number));
  if (earlier.some(({ state }) => state === 'asked')) {
    throw conflict(`Approval of ${title} was asked for already.`, null);
  }
  const now = services.now();
  const { guards } = row;
  await transaction
    .insert(approvals)
    .values({ documentNumber: number, guards, askedBy: editor.id, askedAt: now, note });
  const by = { by: editor.id, now, action: 'approval asked' } as const;
  await recordOf(transaction, row, by, [null, { note }]);
}
