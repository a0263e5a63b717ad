import type { LevelContent, LevelEdit } from '@honest-ledger/contracts';
import { and, eq, sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { readCategoryTree } from '../catalogue/category-tree';
import { readItemFacts } from '../catalogue/queries';
import type { Transaction } from '../database/database';
import { draftEdits, drafts } from '../database/schema/index';
import { conflict, notFound, Problem } from '../http/problems';
import { settingsInForce } from '../versions/queries';
import { findLevel, findLevels } from './queries';

/**
 * Keeps an edit of a level in the open draft, which a first edit opens. An edit made from another
 * revision than the one that stands there is refused with what stands there. One that leads back to
 * what is published takes the edit out of the draft.
 * @returns the revision the edit is kept as; 0 where the level is as published
 */
export async function keepLevelEdit(
  transaction: Transaction,
  id: string,
  { content, revision }: LevelEdit,
  editor: { readonly id: number; readonly now: Date },
): Promise<number> {
  await checkContent(transaction, id, content);
  const draftId = await touchOpenDraft(transaction, editor);
  const kept = await findLevel(transaction, id);
  if ((kept?.draft?.revision ?? 0) !== revision) {
    throw conflict('Somebody else has edited this level meanwhile.', kept);
  }
  if (isDeepStrictEqual(content, kept?.published)) {
    await deleteEdit(transaction, draftId, id);
    return 0;
  }
  const edit = { content, revision: revision + 1, editedBy: editor.id, editedAt: editor.now };
  await transaction
    .insert(draftEdits)
    .values({ draftId, objectKind: 'level', objectId: id, ...edit })
    .onConflictDoUpdate({
      target: [draftEdits.draftId, draftEdits.objectKind, draftEdits.objectId],
      set: edit,
    });
  return edit.revision;
}

/** Takes a level's edit out of the open draft. */
export async function discardLevelEdit(
  transaction: Transaction,
  id: string,
  editor: { readonly id: number; readonly now: Date },
): Promise<void> {
  const draftId = await touchOpenDraft(transaction, editor);
  if (!(await deleteEdit(transaction, draftId, id))) throw notFound('An edit of this level');
}

async function deleteEdit(
  transaction: Transaction,
  draftId: string,
  levelId: string,
): Promise<boolean> {
  const gone = await transaction
    .delete(draftEdits)
    .where(
      and(
        eq(draftEdits.draftId, draftId),
        eq(draftEdits.objectKind, 'level'),
        eq(draftEdits.objectId, levelId),
      ),
    )
    .returning({ id: draftEdits.id });
  return gone.length > 0;
}

/** Opens the draft where there is none, and raises its revision: it is about to change. */
async function touchOpenDraft(
  transaction: Transaction,
  { id, now }: { readonly id: number; readonly now: Date },
): Promise<string> {
  const touched = () =>
    transaction
      .update(drafts)
      .set({ revision: sql`${drafts.revision} + 1` })
      .where(eq(drafts.state, 'open'))
      .returning({ id: drafts.id });
  const [open] = await touched();
  if (open) return open.id;
  const [created] = await transaction
    .insert(drafts)
    .values({ name: 'Draft', createdBy: id, createdAt: now })
    .returning({ id: drafts.id });
  if (!created) throw new Error('a new draft gave no id');
  return created.id;
}

/** What the form alone cannot know: the goods exist, the name is free, the currency is ours. */
async function checkContent(
  transaction: Transaction,
  id: string,
  { name, entries, rounding }: LevelContent,
): Promise<void> {
  const numbers = entries.flatMap(({ reach }) => (reach.kind === 'item' ? [reach.item] : []));
  const known = new Set((await readItemFacts(transaction, numbers)).map(({ item }) => item));
  const tree = await readCategoryTree(transaction);
  const missing = entries.flatMap(({ reach }, index) => {
    const path = `entries[${String(index)}].reach`;
    if (reach.kind === 'item' && !known.has(reach.item)) {
      return [{ path, sentence: `There is no item ${reach.item}` }];
    }
    if (reach.kind === 'category' && !tree.byCode(reach.category)) {
      return [{ path, sentence: `There is no category ${reach.category}` }];
    }
    return [];
  });
  const taken = (await findLevels(transaction)).some(
    (level) => level.id !== id && level.content.name.toLowerCase() === name.toLowerCase(),
  );
  const { homeCurrency } = await settingsInForce(transaction);
  const problems = [
    ...(taken ? [{ path: 'name', sentence: `There is a level ${name} already` }] : []),
    ...missing,
    ...(rounding && rounding.currency !== homeCurrency
      ? [{ path: 'rounding.currency', sentence: `Prices are in ${homeCurrency}` }]
      : []),
  ];
  if (problems.length > 0) {
    const detail = problems.map(({ sentence }) => `${sentence}.`).join(' ');
    throw new Problem(422, detail, { fields: problems });
  }
}
