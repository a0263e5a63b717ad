import {
  check,
  setupContentSchemas,
  SETTINGS_KEY,
  type EditParams,
  type SaveEdit,
  type SaveEditAnswer,
} from '@honest-ledger/contracts';
import { and, eq, sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { noteEdits } from '../../platform/changes/mass';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { draftEdits, drafts } from '../../platform/database/schema/index';
import { notSavedSince } from '../../platform/changes/changed-by-another';
import { conflict, notFound, Problem, refused } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentIn } from '../versions/setup-objects';
import { checkEdit } from './check-edit';
import { heldEdits, openDrafts } from './queries';

/**
 * Keeps an edit of an object in a draft. An object is held by the draft that edits it: further
 * edits go there. An edit made from another revision than the one that stands there is refused with
 * what stands there, unless that is the same. One that leads back to what is published takes the edit out of the draft.
 */
export async function saveEdit(
  transaction: Transaction,
  services: Services,
  { kind, key }: EditParams,
  edit: SaveEdit,
  actor: Actor,
): Promise<SaveEditAnswer> {
  checkKey({ kind, key });
  const content = edit.content === null ? null : checkedContent(kind, edit.content);
  const [held] = await heldEdits(transaction, { kind, keys: [key] });
  if ((held?.revision ?? 0) !== edit.revision) {
    // the same edit once more, whose answer did not get there
    if (held && isDeepStrictEqual(content, held.content)) {
      return { revision: held.revision, draft: held.draft };
    }
    throw notSavedSince(held?.by ?? null, 'this', held ?? null);
  }
  const { setup } = await services.setups.of(transaction, await versionInForce(transaction));
  const draft = await draftFor(transaction, held?.draft ?? edit.draft, actor);
  await checkEdit(transaction, setup, draft, { kind, key }, content);
  const published = contentIn(setup, { kind, key });
  const before = held ? held.content : published;
  await noteEdits(transaction, actor, [
    { objectKind: kind, objectKey: key, before, after: content },
  ]);
  if (isDeepStrictEqual(content, published)) {
    await removeEdit(transaction, draft, { kind, key });
    return { revision: 0, draft: null };
  }
  const values = {
    content,
    revision: edit.revision + 1,
    editedBy: actor.id,
    editedAt: actor.now,
  };
  await transaction
    .insert(draftEdits)
    .values({ draftId: draft, objectKind: kind, objectKey: key, ...values })
    .onConflictDoUpdate({
      target: [draftEdits.draftId, draftEdits.objectKind, draftEdits.objectKey],
      set: values,
    });
  return { revision: values.revision, draft };
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** A key that could never be published is refused before it is kept. */
function checkKey({ kind, key }: EditParams): void {
  const holds =
    kind === 'basePrice' || (kind === 'settings' ? key === SETTINGS_KEY : UUID.test(key));
  if (!holds) throw new Problem(422, `${key} does not name an object of this kind.`);
}

/** Takes an object's edit out of the draft that holds it. */
export async function discardEdit(
  transaction: Transaction,
  object: EditParams,
  actor: Actor,
): Promise<void> {
  const [held] = await heldEdits(transaction, { kind: object.kind, keys: [object.key] });
  if (!held) throw notFound('An edit of this object');
  await draftFor(transaction, held.draft, actor);
  await removeEdit(transaction, held.draft, object);
}

function checkedContent(kind: EditParams['kind'], content: unknown): unknown {
  const reading = check<unknown>(setupContentSchemas[kind], content);
  if (reading.ok) return reading.value;
  throw refused(
    reading.problems.map(({ path, sentence }) => ({
      path: path === '' ? 'content' : `content.${path}`,
      sentence,
    })),
  );
}

async function removeEdit(
  transaction: Transaction,
  draft: string,
  { kind, key }: EditParams,
): Promise<void> {
  await transaction
    .delete(draftEdits)
    .where(
      and(
        eq(draftEdits.draftId, draft),
        eq(draftEdits.objectKind, kind),
        eq(draftEdits.objectKey, key),
      ),
    );
}

/**
 * The draft that is asked for, or the one that is open, or a new one; its revision is raised,
 * since it is about to change.
 * @throws {Problem} where it waits for its moment, or is not open any more
 */
export async function draftFor(
  transaction: Transaction,
  wanted: string | null,
  { id, now }: Actor,
): Promise<string> {
  const open = await openDrafts(transaction);
  const draft = wanted ?? open.find(({ waits }) => waits === null)?.id;
  if (draft === undefined) {
    const [created] = await transaction
      .insert(drafts)
      .values({ name: 'Draft', createdBy: id, createdAt: now })
      .returning({ id: drafts.id });
    if (!created) throw new Error('a new draft gave no id');
    return created.id;
  }
  const touched = await transaction
    .update(drafts)
    .set({ revision: sql`${drafts.revision} + 1` })
    .where(and(eq(drafts.id, draft), eq(drafts.state, 'open')))
    .returning({ id: drafts.id });
  const waiting = open.find((one) => one.id === draft)?.waits;
  if (waiting) {
    throw new Problem(
      409,
      'The draft with this edit is scheduled. Cancel the schedule to edit it.',
    );
  }
  if (touched.length === 0) {
    throw conflict('This draft has been published or discarded since you opened it.', null);
  }
  return draft;
}
