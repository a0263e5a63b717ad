import { integer, text } from 'drizzle-orm/pg-core';
import type { ItemKind } from '@honest-ledger/engine';
import { brands, categories, families, items, suppliers } from './goods';

/**
 * Which items a row is for: what is not null says so, and a row in which all are null reaches
 * everything. The kinds of scope that there are stand in the engine; `reachOf` reads them back.
 */
export const scopeColumns = () => ({
  itemId: integer().references(() => items.id),
  categoryId: integer().references(() => categories.id),
  brandId: integer().references(() => brands.id),
  supplierId: integer().references(() => suppliers.id),
  familyId: integer().references(() => families.id),
  itemKind: text().$type<ItemKind>(),
});
