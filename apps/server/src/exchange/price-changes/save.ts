import type {
  RepricedDecisions,
  PriceChangeContent,
  PriceChangeEdit,
} from '@honest-ledger/contracts';
import { and, eq } from 'drizzle-orm';
import { record, type Actor } from '../../platform/changes/record';
import type { Queries, Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { items, priceChangeRows, priceChanges } from '../../platform/database/schema/index';
import { conflict, notFound, Problem, refused } from '../../platform/http/problems';
import { findLevel } from '../../setup/levels/queries';
import type { Services } from '../../setup/versions/services';
import { keyOf } from './prices';
import { decisionsOf, readRows, replaceRows, storeRows } from './store';
import { workOut, type Decision } from './work-out';

export type PriceChange = typeof priceChanges.$inferSelect;

/** Begins a price change and works out its rows. @returns its id */
export async function beginPriceChange(
  transaction: Transaction,
  services: Services,
  content: PriceChangeContent,
  actor: Actor,
): Promise<string> {
  await checkContent(transaction, content);
  const [created] = await transaction
    .insert(priceChanges)
    .values({ content, byId: actor.id, at: actor.now })
    .returning({ id: priceChanges.id });
  if (!created) throw new Error('a new re-pricing gave no id');
  await storeRows(
    transaction,
    created.id,
    await workOut(transaction, services, content, new Map()),
  );
  return created.id;
}

/** Makes a price change another one; what was decided on prices that are still among them stays. */
export async function savePriceChange(
  transaction: Transaction,
  services: Services,
  id: string,
  { content, revision }: PriceChangeEdit,
  actor: Actor,
): Promise<void> {
  await openPriceChange(transaction, id, actor, revision);
  await checkContent(transaction, content);
  await workOutAnew(transaction, services, { id, content, revision, remark: null });
}

/** Works all rows out anew and keeps them with the decisions. */
export async function workOutAnew(
  transaction: Transaction,
  services: Services,
  { id, content, revision, remark }: Pick<PriceChange, 'id' | 'content' | 'revision' | 'remark'>,
): Promise<void> {
  const decisions = decisionsOf(await readRows(transaction, id));
  await storeRows(transaction, id, await workOut(transaction, services, content, decisions));
  await transaction
    .update(priceChanges)
    .set({ content, remark, revision: revision + 1 })
    .where(eq(priceChanges.id, id));
}

/** Decides on single rows, all of them or none. */
export async function decideRows(
  transaction: Transaction,
  services: Services,
  id: string,
  { revision, rows }: RepricedDecisions,
  actor: Actor,
): Promise<void> {
  const priceChange = await openPriceChange(transaction, id, actor, revision);
  const asked = new Map(rows.map((one) => [one.row, one]));
  const found = await transaction
    .select({ row: priceChangeRows, item: items.number })
    .from(priceChangeRows)
    .innerJoin(items, eq(items.id, priceChangeRows.itemId))
    .where(
      and(eq(priceChangeRows.priceChangeId, id), inList(priceChangeRows.row, [...asked.keys()])),
    );
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
  const worked = await workOut(transaction, services, priceChange.content, decisions, numbers);
  const fresh = worked.flatMap((one) => {
    const row = places.get(keyOf(one));
    return row === undefined ? [] : [{ ...one, row }];
  });
  if (fresh.length < rows.length) {
    throw conflict('Some of these prices are no more. Work the prices out again.', null);
  }
  await replaceRows(transaction, id, fresh);
  await transaction
    .update(priceChanges)
    .set({ revision: priceChange.revision + 1 })
    .where(eq(priceChanges.id, id));
}

/** Throws away a price change of which nothing lies in a draft. */
export async function discardPriceChange(
  transaction: Transaction,
  id: string,
  actor: Actor,
): Promise<void> {
  const priceChange = await ownPriceChange(transaction, id, actor);
  if (priceChange.state === 'applied') {
    throw new Problem(422, 'Its prices lie in a draft. Undo it first.');
  }
  await transaction.delete(priceChangeRows).where(eq(priceChangeRows.priceChangeId, id));
  await transaction.delete(priceChanges).where(eq(priceChanges.id, id));
  await record(transaction, actor, {
    kind: 're-pricing',
    key: id,
    name: priceChange.content.name,
    action: 'discarded',
    before: priceChange.content,
    after: null,
  });
}

/** A price change for its own maker, held until the transaction ends. */
export async function ownPriceChange(
  transaction: Transaction,
  id: string,
  actor: Actor,
): Promise<PriceChange> {
  const [found] = await transaction
    .select()
    .from(priceChanges)
    .where(eq(priceChanges.id, id))
    .for('update');
  if (!found) throw notFound('This change of prices');
  if (found.byId !== actor.id) {
    throw new Problem(403, 'Somebody else prepares this bulk change. Create your own.');
  }
  return found;
}

/** One that can still be changed, as it was seen. */
export async function openPriceChange(
  transaction: Transaction,
  id: string,
  actor: Actor,
  revision?: number,
): Promise<PriceChange> {
  const found = await ownPriceChange(transaction, id, actor);
  if (found.state === 'applied') {
    throw conflict('These prices lie in a draft already. Undo that to change them.', null);
  }
  if (revision !== undefined && found.revision !== revision) {
    throw conflict('This was changed in another window since you opened it.', null);
  }
  return found;
}

/** What the form alone cannot know: that the levels it names are there. */
async function checkContent(
  queries: Queries,
  { prices, basis }: PriceChangeContent,
): Promise<void> {
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
