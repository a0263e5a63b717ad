import { documentTitle } from '@honest-ledger/wording';
import { eq } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { repeats, type DocumentRecord } from '../../platform/database/schema/index';
import { conflict } from '../../platform/http/problems';

/** An order that repeats is neither opened again nor cancelled. */
export async function refuseRepeating(
  transaction: Transaction,
  document: DocumentRecord,
): Promise<void> {
  const [found] = await transaction
    .select()
    .from(repeats)
    .where(eq(repeats.documentNumber, document.number));
  if ((found?.nextOn ?? null) === null) return;
  throw conflict(`${documentTitle(document)} repeats. End that first.`, null);
}
