import { documentTitle } from '@honest-ledger/wording';
import { eq } from 'drizzle-orm';
import { overtake } from '../guards/held';
import type { Transaction } from '../../platform/database/database';
import { documents } from '../../platform/database/schema/index';
import { conflict, Problem } from '../../platform/http/problems';
import { refuseRepeating } from './refuse-repeating';
import type { Services } from '../../setup/versions/services';
import { lockDocument, recordOf, type Editor } from './save-document';
import { madeFrom } from './queries';
import { giveBackUses } from './rule-uses';
import { giveBackSetUps } from './set-ups-paid';

/**
 * Cancels an order, or opens it again; either way it gives back its uses of rules. An order that was
 * sold stays as it is.
 */
export async function takeBack(
  transaction: Transaction,
  services: Services,
  number: number,
  to: 'cancelled' | 'open',
  { revision, editor }: { readonly revision: number; readonly editor: Editor },
): Promise<void> {
  const row = await lockDocument(transaction, services, number, revision);
  const title = documentTitle(row);
  if (row.kind !== 'order') {
    const why = row.state === 'posted' ? 'a posted sale is final' : 'only orders are';
    throw new Problem(422, `${title} is not ${to === 'open' ? 'opened again' : to}: ${why}.`);
  }
  if (row.state === to) throw conflict(`${title} is ${to} already.`, null);
  await refuseRepeating(transaction, row);
  const [sale] = await madeFrom(transaction, number);
  if (sale) throw conflict(`${documentTitle(sale)} was made from ${title}, so it stays.`, null);
  const others = row.fromNumber === null ? [] : await madeFrom(transaction, row.fromNumber);
  const other = others.find((one) => one.number !== number);
  if (other) {
    throw conflict(`${documentTitle(other)} was made in place of ${title}, so it stays.`, null);
  }
  const now = services.now();
  await transaction
    .update(documents)
    .set({
      state: to,
      settledAt: to === 'open' ? null : now,
      revision: revision + 1,
      changedBy: editor.id,
      changedAt: now,
    })
    .where(eq(documents.number, number));
  await overtake(transaction, { ...row, state: to });
  await giveBackUses(transaction, number);
  await giveBackSetUps(transaction, number);
  const action = to === 'open' ? 'opened again' : to;
  const states = [{ state: row.state }, { state: to }] as const;
  await recordOf(transaction, row, { by: editor.id, now, action }, states);
}
