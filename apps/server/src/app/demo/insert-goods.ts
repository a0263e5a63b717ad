import type { Transaction } from '../../platform/database/database';
import {
  brands,
  categories,
  families,
  items,
  itemSuppliers,
  itemUnits,
  suppliers,
  taxClasses,
} from '../../platform/database/schema/index';
import type { DemoItem } from './catalogue';
import { DEMO_BRANDS, DEMO_CATEGORIES, DEMO_SUPPLIERS } from './goods';

type Ids = ReadonlyMap<string, number>;

/** The goods of the demo with all that they are told apart by. */
export async function insertGoods(
  transaction: Transaction,
  goods: readonly DemoItem[],
): Promise<void> {
  const categoryIds = await insertCategories(transaction);
  const pairs = (all: readonly (readonly [string, string])[]) =>
    all.map(([code, name]) => ({ code, name }));
  const brandIds = await insertCodes(transaction, brands, pairs(DEMO_BRANDS));
  const supplierIds = await insertCodes(transaction, suppliers, pairs(DEMO_SUPPLIERS));
  const familyNames = new Set(goods.flatMap(({ series }) => series.family ?? []));
  const familyIds = await insertCodes(
    transaction,
    families,
    [...familyNames].map((name) => ({ code: familyCode(name), name })),
  );
  const taxIds = await insertTaxClasses(transaction, [
    { code: 'standard', name: 'Standard rate', category: 'S', rate: '23' },
    { code: 'reduced', name: 'Reduced rate', category: 'S', rate: '6' },
  ]);
  const id = (ids: Ids, code: string | undefined): number | null =>
    code === undefined ? null : (ids.get(code) ?? null);
  const rows = await transaction
    .insert(items)
    .values(
      goods.map(({ number, name, series, gtin, listPrice }) => ({
        number,
        name,
        gtin,
        kind: series.kind ?? 'stock',
        categoryId: categoryIds.get(series.category) ?? 0,
        familyId: series.family === undefined ? null : id(familyIds, familyCode(series.family)),
        brandId: id(brandIds, series.brand),
        taxClassId: id(taxIds, 'standard'),
        unit: series.unit,
        quantityDigits: series.quantityDigits,
        timeUnit: series.timeUnit ?? null,
        listPrice,
        listCurrency: listPrice === null ? null : 'EUR',
      })),
    )
    .returning({ id: items.id });
  const withIds = goods.flatMap((item, index) => {
    const row = rows[index];
    return row ? [{ itemId: row.id, series: item.series }] : [];
  });
  await transaction.insert(itemSuppliers).values(
    withIds.map(({ itemId, series }) => ({
      itemId,
      supplierId: supplierIds.get(series.supplier) ?? 0,
      preferred: true,
    })),
  );
  await transaction
    .insert(itemUnits)
    .values(
      withIds.flatMap(({ itemId, series }) =>
        (series.units ?? []).map(({ unit, factor }) => ({ itemId, unit, factor, digits: 0 })),
      ),
    );
}

async function insertCategories(transaction: Transaction): Promise<Ids> {
  const ids = new Map<string, number>();
  for (const [position, { code, name, parent }] of DEMO_CATEGORIES.entries()) {
    const parentId = parent === undefined ? null : (ids.get(parent) ?? null);
    const [row] = await transaction
      .insert(categories)
      .values({ code, name, parentId, position })
      .returning({ id: categories.id });
    if (row) ids.set(code, row.id);
  }
  return ids;
}

async function insertCodes(
  transaction: Transaction,
  table: typeof brands | typeof suppliers | typeof families,
  rows: { readonly code: string; readonly name: string }[],
): Promise<Ids> {
  const inserted = await transaction
    .insert(table)
    .values(rows)
    .returning({ id: table.id, code: table.code });
  return new Map(inserted.map(({ id, code }) => [code, id]));
}

async function insertTaxClasses(
  transaction: Transaction,
  rows: (typeof taxClasses.$inferInsert)[],
): Promise<Ids> {
  const inserted = await transaction
    .insert(taxClasses)
    .values(rows)
    .returning({ id: taxClasses.id, code: taxClasses.code });
  return new Map(inserted.map(({ id, code }) => [code, id]));
}

function familyCode(name: string): string {
  return name.toLowerCase().replaceAll(/[^a-z]+/g, '-');
}
