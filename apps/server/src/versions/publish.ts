import type { LevelContent, LevelEntryForm } from '@honest-ledger/contracts';
import { and, eq, inArray, isNull, max, sql } from 'drizzle-orm';
import { readCategoryTree } from '../catalogue/category-tree';
import type { Transaction } from '../database/database';
import { items, levelEntryRows, levelRows, levels, versions } from '../database/schema/index';
import { Problem } from '../http/problems';

/**
 * Lets one publish at a time go on. It must be a transaction's first statement: what a serializable
 * transaction sees is fixed by its first query, and that must come after the wait.
 */
export async function waitForPublishing(transaction: Transaction): Promise<void> {
  await transaction.execute(sql`lock table ${versions} in share row exclusive mode`);
}

/** Makes the next version's number and row; after {@link waitForPublishing}. */
export async function openVersion(
  transaction: Transaction,
  version: Omit<typeof versions.$inferInsert, 'number'>,
): Promise<number> {
  const [last] = await transaction.select({ number: max(versions.number) }).from(versions);
  const number = (last?.number ?? 0) + 1;
  await transaction.insert(versions).values({ ...version, number });
  return number;
}

/** Writes a level into a version: only rows that are other than in force are closed and written. */
export async function publishLevel(
  transaction: Transaction,
  version: number,
  id: string,
  content: LevelContent,
  now: Date,
): Promise<void> {
  await transaction.insert(levels).values({ id, createdAt: now }).onConflictDoNothing();
  await publishHead(transaction, version, id, content);
  await publishEntries(transaction, version, id, content.entries);
}

async function publishHead(
  transaction: Transaction,
  version: number,
  levelId: string,
  { name, rounding }: LevelContent,
): Promise<void> {
  const head = {
    name,
    roundingCurrency: rounding?.currency ?? null,
    roundingIncrement: rounding?.increment ?? null,
    roundingDirection: rounding?.direction ?? null,
    leastPrice: rounding?.leastPrice ?? null,
  };
  const inForce = and(eq(levelRows.levelId, levelId), isNull(levelRows.toVersion));
  const [now] = await transaction.select().from(levelRows).where(inForce);
  if (now && sameColumns(now, head)) return;
  await transaction.update(levelRows).set({ toVersion: version }).where(inForce);
  await transaction.insert(levelRows).values({ levelId, ...head, fromVersion: version });
}

async function publishEntries(
  transaction: Transaction,
  version: number,
  levelId: string,
  entries: readonly LevelEntryForm[],
): Promise<void> {
  const inForce = await transaction
    .select()
    .from(levelEntryRows)
    .where(and(eq(levelEntryRows.levelId, levelId), isNull(levelEntryRows.toVersion)));
  const wanted = await entryColumns(transaction, entries);
  const kept = new Set(
    inForce
      .filter((row) => wanted.some((columns) => sameColumns(row, columns)))
      .map(({ entryId }) => entryId),
  );
  const closed = inForce.filter(({ entryId }) => !kept.has(entryId)).map(({ rowId }) => rowId);
  if (closed.length > 0) {
    await transaction
      .update(levelEntryRows)
      .set({ toVersion: version })
      .where(inArray(levelEntryRows.rowId, closed));
  }
  const written = wanted.filter(({ entryId }) => !kept.has(entryId));
  if (written.length > 0) {
    await transaction
      .insert(levelEntryRows)
      .values(written.map((columns) => ({ levelId, ...columns, fromVersion: version })));
  }
}

interface EntryColumns {
  readonly entryId: string;
  readonly position: number;
  readonly itemId: number | null;
  readonly categoryId: number | null;
  readonly percent: string;
}

/** Entries with what they reach looked up. @throws {Problem} where they reach what is not there */
async function entryColumns(
  transaction: Transaction,
  entries: readonly LevelEntryForm[],
): Promise<EntryColumns[]> {
  const numbers = entries.flatMap(({ reach }) => (reach.kind === 'item' ? [reach.item] : []));
  const found = await transaction
    .select({ id: items.id, number: items.number })
    .from(items)
    .where(inArray(items.number, numbers));
  const itemIds = new Map(found.map(({ id, number }) => [number, id]));
  const tree = await readCategoryTree(transaction);
  return entries.map(({ id, reach, adjustment }, position) => ({
    entryId: id,
    position,
    itemId: reach.kind === 'item' ? must(itemIds.get(reach.item), `item ${reach.item}`) : null,
    categoryId:
      reach.kind === 'category'
        ? must(tree.byCode(reach.category)?.id, `category ${reach.category}`)
        : null,
    percent: adjustment.percent,
  }));
}

function must(id: number | undefined, what: string): number {
  if (id === undefined) throw new Problem(422, `There is no ${what} in the catalogue.`);
  return id;
}

/** True where a row has all the columns' values. */
function sameColumns(row: object, columns: object): boolean {
  return Object.entries(columns).every(
    ([name, value]) => (row as Readonly<Record<string, unknown>>)[name] === value,
  );
}
