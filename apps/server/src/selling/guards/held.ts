import { documentTitle } from '@honest-ledger/wording';
import { and, eq } from 'drizzle-orm';
import type { Queries, Transaction } from '../../platform/database/database';
import { approvals, type DocumentRecord } from '../../platform/database/schema/index';
import { Problem } from '../../platform/http/problems';
import { sameGuards } from './covered';
import { unapproved } from './approvals';

/** A document that waits for approval goes no further, and to no customer. */
export async function refuseHeld(queries: Queries, document: DocumentRecord): Promise<void> {
  const left = await unapproved(queries, document);
  if (left.length === 0) return;
  throw new Problem(
    422,
    `${documentTitle(document)} breaks ${left.length === 1 ? 'a guard' : `${String(left.length)} guards`}, so it needs approval.`,
  );
}

/** What was asked for a document is overtaken where it breaks other guards by now. */
export async function overtake(
  transaction: Transaction,
  { number, guards, state }: Pick<DocumentRecord, 'number' | 'guards' | 'state'>,
): Promise<void> {
  const asked = and(eq(approvals.documentNumber, number), eq(approvals.state, 'asked'));
  const [open] = await transaction.select().from(approvals).where(asked);
  if (!open || (state === 'open' && sameGuards(guards, open.guards))) return;
  await transaction.update(approvals).set({ state: 'overtaken' }).where(eq(approvals.id, open.id));
}
