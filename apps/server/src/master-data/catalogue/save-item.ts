import type { ItemEdit, SeenRevision } from '@honest-ledger/contracts';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { notFound, Problem, refused } from '../../platform/http/problems';
import { itemProblems } from './check-items';
import { readItemContents } from './item-contents';
import { saveItems } from './save-items';
import { removeItems } from './remove-items';
import { changedByAnother } from '../../platform/changes/changed-by-another';

/** Deletes an item that nothing names, with its costs. */
export async function deleteItem(
  transaction: Transaction,
  number: string,
  { revision }: SeenRevision,
  actor: Actor,
): Promise<void> {
  const before = (await readItemContents(transaction, [number])).get(number);
  if (!before) throw notFound(`Item ${number}`);
  if (before.revision !== revision) {
    throw await changedByAnother(transaction, thingOf(number), 'this item', null);
  }
  const [stays] = await removeItems(transaction, [number], actor, { withCosts: true });
  if (stays) throw new Problem(422, `${number} cannot be deleted: ${stays.why}.`);
}

/** Keeps the facts of an item as somebody edited them; revision 0 makes a new one. */
export async function saveItem(
  transaction: Transaction,
  number: string,
  { revision, ...content }: ItemEdit,
  actor: Actor,
): Promise<void> {
  const before = (await readItemContents(transaction, [number])).get(number);
  if (revision === 0 && before) throw new Problem(422, `There is an item ${number} already.`);
  if ((before?.revision ?? 0) !== revision) {
    const current = before && { ...before.content, revision: before.revision };
    throw await changedByAnother(transaction, thingOf(number), 'this item', current ?? null);
  }
  const [problems = []] = await itemProblems(transaction, [{ number, content }]);
  if (problems.length > 0) throw refused(problems);
  await saveItems(transaction, [{ number, content }], actor);
}

const thingOf = (number: string) => ({ kind: 'item', key: number });
