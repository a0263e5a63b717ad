import { batches } from '../../platform/database/batches';
import { sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import { isDeepStrictEqual } from 'node:util';
import { saveValues } from '../attributes/values';
import { recordAll, type Actor } from '../../platform/changes/record';
import { idsByCode } from '../../platform/database/codes';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  itemCrossReferences,
  itemNamedPrices,
  items,
  itemSuppliers,
  itemUnits,
  taxClasses,
} from '../../platform/database/schema/index';
import type { NumberedContent } from './check-items';
import { readGoodsCodes } from './goods-codes';
import { readItemContents, type StoredItem } from './item-contents';

/**
 * Keeps the facts of items that are there, and makes those that are not. They count from this
 * moment on. What the items name must be there: `itemProblems` says.
 */
export async function saveItems(
  transaction: Transaction,
  all: readonly NumberedContent[],
  actor: Actor,
): Promise<void> {
  for (const some of batches(all)) await saveSome(transaction, some, actor);
}

async function saveSome(
  transaction: Transaction,
  some: readonly NumberedContent[],
  actor: Actor,
): Promise<void> {
  const before = await readItemContents(
    transaction,
    some.map(({ number }) => number),
  );
  const ids = await writeItems(transaction, some);
  const saved = some.map((one): SavedItem => ({
    ...one,
    id: ids.get(one.number) ?? 0,
    before: before.get(one.number) ?? null,
  }));
  await writeUnits(transaction, saved);
  await writeNamedPrices(transaction, saved);
  await writeCrossReferences(transaction, saved);
  await writePreferred(transaction, saved);
  await saveValues(
    transaction,
    'items',
    saved.map(({ id, content, before: stored }) => ({
      id,
      before: stored?.content.attributes ?? {},
      after: content.attributes,
    })),
  );
  await recordAll(
    transaction,
    actor,
    saved.map(({ number, content, before: stored }) => ({
      kind: 'item',
      key: number,
      name: content.name,
      action: stored ? ('changed' as const) : ('made' as const),
      before: stored?.content ?? null,
      after: content,
    })),
  );
}

interface SavedItem extends NumberedContent {
  readonly id: number;
  readonly before: StoredItem | null;
}

async function writeItems(
  transaction: Transaction,
  some: readonly NumberedContent[],
): Promise<ReadonlyMap<string, number>> {
  const codes = await readGoodsCodes(transaction, {
    numbers: some.flatMap(({ content }) => content.replacedBy ?? []),
  });
  const taxIds = await idsByCode(transaction, taxClasses);
  const idOf = (ids: ReadonlyMap<string, number>, code: string | null): number | null =>
    code === null ? null : (ids.get(code) ?? null);
  const rows = await transaction
    .insert(items)
    .values(
      some.map(({ number, content }) => ({
        number,
        name: content.name,
        customerName: content.customerName,
        gtin: content.gtin,
        kind: content.kind,
        categoryId: idOf(codes.categories.ids, content.category) ?? 0,
        familyId: idOf(codes.families.ids, content.family),
        brandId: idOf(codes.brands.ids, content.brand),
        taxClassId: idOf(taxIds, content.taxClass),
        unit: content.unit,
        quantityDigits: content.quantityDigits,
        timeUnit: content.timeUnit,
        listPrice: content.listPrice?.amount ?? null,
        listCurrency: content.listPrice?.currency ?? null,
        active: content.active,
        replacedById: idOf(codes.items.ids, content.replacedBy),
      })),
    )
    .onConflictDoUpdate({
      target: items.number,
      set: {
        ...given(
          items.name,
          items.customerName,
          items.gtin,
          items.kind,
          items.categoryId,
          items.familyId,
          items.brandId,
          items.taxClassId,
          items.unit,
          items.quantityDigits,
          items.timeUnit,
          items.listPrice,
          items.listCurrency,
          items.active,
          items.replacedById,
        ),
        revision: sql`${items.revision} + 1`,
      },
    })
    .returning({ id: items.id, number: items.number });
  return new Map(rows.map(({ id, number }) => [number, id]));
}

/** Of an insert that meets a row already there: these columns as they were to be inserted. */
function given(...columns: readonly AnyPgColumn[]): Record<string, ReturnType<typeof sql>> {
  return Object.fromEntries(
    columns.map(({ name }) => [name, sql`excluded.${sql.identifier(snakeCase(name))}`]),
  );
}

/** A column's name in the database, as Drizzle's casing makes it. */
function snakeCase(name: string): string {
  return name.replaceAll(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
}

/** The items of which a part differs from what was there. */
function differing(
  saved: readonly SavedItem[],
  part: 'units' | 'namedPrices' | 'crossReferences' | 'supplier',
): readonly SavedItem[] {
  const none = part === 'supplier' ? null : [];
  return saved.filter(
    ({ content, before }) =>
      !isDeepStrictEqual(content[part], before ? before.content[part] : none),
  );
}

async function writeUnits(transaction: Transaction, saved: readonly SavedItem[]): Promise<void> {
  const changed = differing(saved, 'units');
  if (changed.length === 0) return;
  await transaction.delete(itemUnits).where(ofItems(itemUnits.itemId, changed));
  const rows = changed.flatMap(({ id, content }) =>
    content.units.map((unit) => ({ itemId: id, ...unit })),
  );
  if (rows.length > 0) await transaction.insert(itemUnits).values(rows);
}

async function writeNamedPrices(
  transaction: Transaction,
  saved: readonly SavedItem[],
): Promise<void> {
  const changed = differing(saved, 'namedPrices');
  if (changed.length === 0) return;
  await transaction.delete(itemNamedPrices).where(ofItems(itemNamedPrices.itemId, changed));
  const rows = changed.flatMap(({ id, content }) =>
    content.namedPrices.map((price) => ({ itemId: id, ...price })),
  );
  if (rows.length > 0) await transaction.insert(itemNamedPrices).values(rows);
}

async function writeCrossReferences(
  transaction: Transaction,
  saved: readonly SavedItem[],
): Promise<void> {
  const changed = differing(saved, 'crossReferences');
  if (changed.length === 0) return;
  await transaction.delete(itemCrossReferences).where(ofItems(itemCrossReferences.itemId, changed));
  const rows = changed.flatMap(({ id, content }) =>
    content.crossReferences.map((number) => ({ itemId: id, number })),
  );
  if (rows.length > 0) await transaction.insert(itemCrossReferences).values(rows);
}

/** The preferred supplier; the others that deliver an item stay as they are. */
async function writePreferred(
  transaction: Transaction,
  saved: readonly SavedItem[],
): Promise<void> {
  const changed = differing(saved, 'supplier');
  if (changed.length === 0) return;
  const { suppliers } = await readGoodsCodes(transaction);
  await transaction
    .update(itemSuppliers)
    .set({ preferred: false })
    .where(ofItems(itemSuppliers.itemId, changed));
  const rows = changed.flatMap(({ id, content: { supplier } }) => {
    const supplierId = supplier === null ? undefined : suppliers.ids.get(supplier);
    return supplierId === undefined ? [] : [{ itemId: id, supplierId, preferred: true }];
  });
  if (rows.length === 0) return;
  await transaction
    .insert(itemSuppliers)
    .values(rows)
    .onConflictDoUpdate({
      target: [itemSuppliers.itemId, itemSuppliers.supplierId],
      set: { preferred: true },
    });
}

function ofItems(column: AnyPgColumn, saved: readonly SavedItem[]): ReturnType<typeof inList> {
  return inList(
    column,
    saved.map(({ id }) => id),
  );
}
