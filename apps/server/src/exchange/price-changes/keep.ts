import type { RepricedDecisions, RepricingContent, RepricingEdit } from '@honest-ledger/contracts';
import { and, eq } from 'drizzle-orm';
import { record, type Actor } from '../../platform/changes/record';
import type { Queries, Transaction } from '../../platform/database/database';
import { oneOf } from '../../platform/database/patterns';
import { items, repricingRows, repricings } from '../../platform/database/schema/index';
import { conflict, notFound, Problem, refused } from '../../platform/http/problems';
import { findLevel } from '../../setup/levels/queries';
import type { Services } from '../../setup/versions/services';
import { keyOf } from './prices';
import { decisionsOf, readRows, replaceRows, storeRows } from './store';
import { workOut, type Decision } from './work-out';

export type Repricing = typeof repricings.$inferSelect;

/** Begins a re-pricing and works out its rows. @returns its id */
export async function beginRepricing(
  transaction: Transaction,
  services: Services,
  content: RepricingContent,
  actor: Actor,
): Promise<string> {
  await checkContent(transaction, content);
  const [created] = await transaction
    .insert(repricings)
    .values({ content, byId: actor.id, at: actor.now })
    .returning({ id: repricings.id });
  if (!created) throw new Error('a new re-pricing gave no id');
  await storeRows(
    transaction,
    created.id,
    await workOut(transaction, services, content, new Map()),
  );
  return created.id;
}

/** Makes a re-pricing another one; what was decided on prices that are still among them stays. */
export async function keepRepricing(
  transaction: Transaction,
  services: Services,
  id: string,
  { content, revision }: RepricingEdit,
  actor: Actor,
): Promise<void> {
  await openRepricing(transaction, id, actor, revision);
  await checkContent(transaction, content);
  await workOutAnew(transaction, services, { id, content, revision, remark: null });
}

/** Works all rows out anew and keeps them with the decisions. */
export async function workOutAnew(
  transaction: Transaction,
  services: Services,
  { id, content, revision, remark }: Pick<Repricing, 'id' | 'content' | 'revision' | 'remark'>,
): Promise<void> {
  const decisions = decisionsOf(await readRows(transaction, id));
  await storeRows(transaction, id, await workOut(transaction, services, content, decisions));
  await transaction
    .update(repricings)
    .set({ content, remark, revision: revision + 1 })
    .where(eq(repricings.id, id));
}

/** Decides on single rows, all of them or none. */
export async function decideRows(
  transaction: Transaction,
  services: Services,
  id: string,
  { revision, rows }: RepricedDecisions,
  actor: Actor,
): Promise<void> {
  const repricing = await openRepricing(transaction, id, actor, revision);
  const asked = new Map(rows.map((one) => [one.row, one]));
  const found = await transaction
    .select({ row: repricingRows, item: items.number })
    .from(repricingRows)
    .innerJoin(items, eq(items.id, repricingRows.itemId))
    .where(and(eq(repricingRows.repricingId, id), oneOf(repricingRows.row, [...asked.keys()])));
  if (found.length < rows.length) throw notFound('One of these rows');
  const fixed = found.find(({ row }) => row.fixed);
  if (fixed) throw new Problem(422, `${fixed.item}: ${fixed.row.remark ?? 'It cannot change.'}`);
  const decisions = new Map<string, Decision>();
  const places = new Map<string, number>();
  for (const { row } of found) {
    const said = asked.get(row.row);
    if (!said) continue;
    decisions.set(keyOf(row), { typed: said.typed, decided: said.leftOut });
    places.set(keyOf(row), row.row);
  }
  const numbers = [...new Set(found.map(({ item }) => item))];
  const worked = await workOut(transaction, services, repricing.content, decisions, numbers);
  const fresh = worked.flatMap((one) => {
    const row = places.get(keyOf(one));
    return row === undefined ? [] : [{ ...one, row }];
  });
  if (fresh.length < rows.length) {
    throw conflict('Some of these prices are no more. Work the prices out again.', null);
  }
  await replaceRows(transaction, id, fresh);
  await transaction
    .update(repricings)
    .set({ revision: repricing.revision + 1 })
    .where(eq(repricings.id, id));
}

/** Throws away a re-pricing of which nothing lies in a draft. */
export async function discardRepricing(
  transaction: Transaction,
  id: string,
  actor: Actor,
): Promise<void> {
  const repricing = await ownRepricing(transaction, id, actor);
  if (repricing.state === 'applied') {
    throw new Problem(422, 'Its prices lie in a draft. Undo it first.');
  }
  await transaction.delete(repricingRows).where(eq(repricingRows.repricingId, id));
  await transaction.delete(repricings).where(eq(repricings.id, id));
  await record(transaction, actor, {
    kind: 're-pricing',
    key: id,
    name: repricing.content.name,
    action: 'discarded',
    before: repricing.content,
    after: null,
  });
}

/** A re-pricing for its own maker, held until the transaction ends. */
export async function ownRepricing(
  transaction: Transaction,
  id: string,
  actor: Actor,
): Promise<Repricing> {
  const [found] = await transaction
    .select()
    .from(repricings)
    .where(eq(repricings.id, id))
    .for('update');
  if (!found) throw notFound('This change of prices');
  if (found.byId !== actor.id) {
    throw new Problem(403, 'Somebody else prepares this change of prices; begin one of your own.');
  }
  return found;
}

/** One that can still be changed, as it was seen. */
export async function openRepricing(
  transaction: Transaction,
  id: string,
  actor: Actor,
  revision?: number,
): Promise<Repricing> {
  const found = await ownRepricing(transaction, id, actor);
  if (found.state === 'applied') {
    throw conflict('These prices lie in a draft already. Undo that to change them.', null);
  }
  if (revision !== undefined && found.revision !== revision) {
    throw conflict('This has changed since you looked at it, in another window.', null);
  }
  return found;
}

/** What the form alone cannot know: that the levels it names are there. */
async function checkContent(queries: Queries, { prices, basis }: RepricingContent): Promise<void> {
  const named = [
    ...prices.map((one, index) => ({ path: `prices[${String(index)}]`, of: one })),
    { path: 'basis.level', of: basis },
  ];
  for (const { path, of } of named) {
    if (of.kind !== 'level') continue;
    const found = await findLevel(queries, of.level);
    const content = found?.draft ? found.draft.content : found?.published;
    if (!content) throw refused([{ path, sentence: 'There is no such level' }]);
  }
}
