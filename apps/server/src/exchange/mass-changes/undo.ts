import type { UndoMassChange } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { record, type Actor } from '../../platform/changes/record';
import type { Database, Transaction } from '../../platform/database/database';
import { foresee } from '../../platform/database/foresee';
import { imports, massChanges } from '../../platform/database/schema/index';
import { conflict, notFound } from '../../platform/http/problems';
import { removePastSales } from '../imports/remove-past-sales';
import type { Services } from '../../setup/versions/services';
import { undoEdits } from './undo-edits';
import { undoCustomers, undoItems } from './undo-facts';
import { together, type Undone } from './undone';

/** What undoing a change of many would do as things stand: it is done, and taken back. */
export function foreseeUndo(
  database: Database,
  services: Services,
  id: string,
  actor: Actor,
): Promise<Undone> {
  return foresee(database, (transaction) => undo(transaction, services, id, actor));
}

/**
 * Undoes a change of many in one step: facts are what they were, edits of drafts as well, and what was
 * made is gone. What somebody has changed or used since stays.
 * @throws {Problem} where that is something else than was seen
 */
export async function undoMassChange(
  transaction: Transaction,
  services: Services,
  id: string,
  seen: UndoMassChange,
  actor: Actor,
): Promise<void> {
  const undone = await undo(transaction, services, id, actor);
  if (undone.back !== seen.back || undone.staying.length !== seen.stays) {
    throw conflict('Something of it changed since you opened it.', null);
  }
}

async function undo(
  transaction: Transaction,
  services: Services,
  id: string,
  actor: Actor,
): Promise<Undone> {
  const [change] = await transaction
    .select()
    .from(massChanges)
    .where(eq(massChanges.id, id))
    .for('update');
  if (!change) throw notFound('This change');
  if (change.undoneAt) throw conflict('It has been undone already.', null);
  // what names others goes first
  const parts = [
    await undoSales(transaction, id),
    await undoEdits(transaction, services, id, actor),
    await undoCustomers(transaction, id, actor),
    await undoItems(transaction, id, actor),
  ];
  await transaction
    .update(massChanges)
    .set({ undoneBy: actor.id, undoneAt: actor.now })
    .where(eq(massChanges.id, id));
  await transaction
    .update(imports)
    .set({ state: 'undone', remark: null })
    .where(eq(imports.id, id));
  const undone = together(parts);
  await record(transaction, actor, {
    kind: change.kind === 'file' ? 'import' : 'levels given',
    key: id,
    name: change.name,
    action: 'undone',
    before: null,
    after: { back: undone.back, stays: undone.staying.length },
  });
  return undone;
}

async function undoSales(transaction: Transaction, id: string): Promise<Undone> {
  const { removed, staying } = await removePastSales(transaction, id);
  return { back: removed, removed, staying };
}
