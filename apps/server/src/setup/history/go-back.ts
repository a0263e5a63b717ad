import { batches } from '../../platform/database/batches';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { draftEdits } from '../../platform/database/schema/index';
import { heldEdits } from '../drafts/queries';
import { openDraft } from '../drafts/open-draft';
import { conflict, Problem } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { mustVersion } from './history';
import { versionInForce } from '../../master-data/in-force/queries';
import { setupChanges } from '../versions/setup-objects';

/**
 * Opens a draft that would make everything as an old version had it: publishing that is going back.
 * Objects that another draft holds stand in the way and are named.
 * @returns the draft's id
 */
export async function draftOfVersion(
  transaction: Transaction,
  { setups }: Services,
  number: number,
  actor: Actor,
): Promise<string> {
  await mustVersion(transaction, number);
  const inForce = await setups.of(transaction, await versionInForce(transaction));
  const { setup } = await setups.of(transaction, number);
  const changes = setupChanges(inForce.setup, setup);
  if (changes.length === 0) {
    throw new Problem(422, `Everything is as in version ${String(number)} already.`);
  }
  const held = new Map(
    (await heldEdits(transaction)).map((edit) => [`${edit.kind} ${edit.key}`, edit.draftName]),
  );
  const inTheWay = changes.find(({ kind, key }) => held.has(`${kind} ${key}`));
  if (inTheWay) {
    const draft = held.get(`${inTheWay.kind} ${inTheWay.key}`) ?? '';
    throw conflict(`${inTheWay.name} is being edited in the draft ${draft}.`, null);
  }
  const draft = await openDraft(transaction, `Back to version ${String(number)}`, actor);
  const rows = changes.map(({ kind, key, after }) => ({
    draftId: draft,
    objectKind: kind,
    objectKey: key,
    content: after,
    editedBy: actor.id,
    editedAt: actor.now,
  }));
  for (const some of batches(rows)) {
    await transaction.insert(draftEdits).values(some);
  }
  return draft;
}
