import {
  customerContentOf,
  type CustomerView,
  type FieldProblem,
  type ItemContent,
  type StayingThing,
} from '@honest-ledger/contracts';
import { and, asc, eq } from 'drizzle-orm';
import { itemProblems } from '../../master-data/catalogue/check-items';
import { readItemContents } from '../../master-data/catalogue/item-contents';
import { saveItems } from '../../master-data/catalogue/save-items';
import { removeItems } from '../../master-data/catalogue/remove-items';
import type { Actor } from '../../platform/changes/record';
import { customerProblems } from '../../master-data/customers/check-customers';
import { saveCustomers } from '../../master-data/customers/save-customers';
import { levelsOf } from '../../master-data/customers/levels-of-customer';
import { readCustomers } from '../../master-data/customers/queries';
import { removeCustomers } from '../../master-data/customers/remove-customers';
import type { Transaction } from '../../platform/database/database';
import { changes } from '../../platform/database/schema/index';
import { CHANGED, putBack } from './put-back';
import type { Undone } from './undone';

interface Keyed<Content> {
  readonly key: string;
  readonly content: Content;
}

/** One kind of facts: how they are read, checked, kept and removed. */
interface FactKind<Content> {
  readonly kind: 'customer' | 'item';
  /** What is edited of one, as it was recorded; in an order that means nothing. */
  read(recorded: unknown): Content;
  stored(keys: readonly string[]): Promise<ReadonlyMap<string, Content>>;
  problems(
    all: readonly Keyed<Content>[],
    stored: ReadonlyMap<string, Content>,
  ): Promise<FieldProblem[][]>;
  save(all: readonly Keyed<Content>[]): Promise<void>;
  /** @returns those that stay */
  remove(keys: readonly string[]): Promise<StayingThing[]>;
}

export function undoCustomers(transaction: Transaction, id: string, actor: Actor): Promise<Undone> {
  return undoFacts(transaction, id, {
    kind: 'customer',
    read: (recorded) => customerContentOf(recorded as CustomerView),
    stored: async (keys) =>
      new Map(
        [...(await readCustomers(transaction, keys))].map(([key, view]) => [
          key,
          customerContentOf(view),
        ]),
      ),
    problems: (all, stored) =>
      customerProblems(
        transaction,
        all.map(({ key, content }) => {
          const now = stored.get(key);
          return { content, had: now ? levelsOf(now) : new Set<string>() };
        }),
      ),
    save: (all) =>
      saveCustomers(
        transaction,
        all.map(({ key, content }) => ({ code: key, content })),
        actor,
      ),
    remove: (keys) => removeCustomers(transaction, keys, actor),
  });
}

export function undoItems(transaction: Transaction, id: string, actor: Actor): Promise<Undone> {
  const numbered = (all: readonly Keyed<ItemContent>[]) =>
    all.map(({ key, content }) => ({ number: key, content }));
  return undoFacts(transaction, id, {
    kind: 'item',
    read: (recorded) => inOneOrder(recorded as ItemContent),
    stored: async (keys) =>
      new Map(
        [...(await readItemContents(transaction, keys))].map(([key, { content }]) => [
          key,
          inOneOrder(content),
        ]),
      ),
    problems: (all) => itemProblems(transaction, numbered(all)),
    save: (all) => saveItems(transaction, numbered(all), actor),
    remove: (keys) => removeItems(transaction, keys, actor, { withCosts: false }),
  });
}

/** Units, prices and numbers of an item have no order of their own. */
function inOneOrder(content: ItemContent): ItemContent {
  const by = (one: unknown, other: unknown): number =>
    JSON.stringify(one) < JSON.stringify(other) ? -1 : 1;
  return {
    ...content,
    units: [...content.units].sort(by),
    namedPrices: [...content.namedPrices].sort(by),
    crossReferences: [...content.crossReferences].sort(by),
  };
}

async function undoFacts<Content extends object>(
  transaction: Transaction,
  id: string,
  facts: FactKind<Content>,
): Promise<Undone> {
  const rows = await transaction
    .select()
    .from(changes)
    .where(and(eq(changes.massChangeId, id), eq(changes.objectKind, facts.kind)))
    .orderBy(asc(changes.id));
  const stored = await facts.stored(rows.map(({ objectKey }) => objectKey));
  const saved: Keyed<Content>[] = [];
  const removed: string[] = [];
  const staying: StayingThing[] = [];
  const read = (recorded: unknown): Content | null =>
    recorded === null ? null : facts.read(recorded);
  for (const { objectKey: key, before, after } of rows) {
    const put = putBack(read(before), read(after), stored.get(key) ?? null);
    if (put.kind === 'changed') staying.push({ what: facts.kind, key, why: CHANGED });
    if (put.kind !== 'back') continue;
    if (put.content === null) removed.push(key);
    else saved.push({ key, content: put.content });
  }
  const problems = await facts.problems(saved, stored);
  const possible = saved.filter((_, place) => problems[place]?.length === 0);
  saved.forEach(({ key }, place) => {
    const why = problems[place]?.[0]?.sentence;
    if (why !== undefined) staying.push({ what: facts.kind, key, why });
  });
  await facts.save(possible);
  const used = await facts.remove(removed);
  const count = removed.length - used.length;
  return { back: possible.length + count, removed: count, staying: [...staying, ...used] };
}
