import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  index,
  integer,
  numeric,
  pgTable,
  primaryKey,
  smallint,
  text,
  uniqueIndex,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import type { ItemKind, TaxCategory, TimeUnit } from '@honest-ledger/engine';

const id = () => integer().primaryKey().generatedAlwaysAsIdentity();
const codeAndName = () => ({ id: id(), code: text().notNull().unique(), name: text().notNull() });

/** The tree that items lie in. A fact: live, not part of any version. */
export const categories = pgTable('categories', {
  ...codeAndName(),
  parentId: integer().references((): AnyPgColumn => categories.id),
  position: integer().notNull(),
});

/** Goods alike but for colour or size. */
export const families = pgTable('families', codeAndName());

export const brands = pgTable('brands', codeAndName());

export const suppliers = pgTable('suppliers', codeAndName());

/** What a tax authority tells apart, and what it asks of each. A fact. */
export const taxClasses = pgTable(
  'tax_classes',
  {
    ...codeAndName(),
    category: text().notNull().default('Z').$type<TaxCategory>(),
    /** In percent. */
    rate: numeric().notNull().default('0'),
  },
  (table) => [
    check('tax_classes_category', sql`${table.category} in ('S', 'Z', 'E', 'AE', 'K', 'G', 'O')`),
    check(
      'tax_classes_rate',
      sql`${table.rate} between 0 and 100 and (${table.category} = 'S') = (${table.rate} > 0)`,
    ),
  ],
);

/** What is sold. A fact; its base price is setup and lies in versions. */
export const items = pgTable(
  'items',
  {
    id: id(),
    number: text().notNull().unique(),
    name: text().notNull(),
    /** What customers read, where it is not the name. */
    customerName: text(),
    /** GS1's number, its check digit verified at the border. */
    gtin: text().unique(),
    kind: text().notNull().default('stock').$type<ItemKind>(),
    categoryId: integer()
      .notNull()
      .references(() => categories.id),
    familyId: integer().references(() => families.id),
    brandId: integer().references(() => brands.id),
    taxClassId: integer().references(() => taxClasses.id),
    /** The base unit of measure. */
    unit: text().notNull(),
    /** How many decimals a quantity may have. */
    quantityDigits: smallint().notNull().default(0),
    /** For goods priced by time. */
    timeUnit: text().$type<TimeUnit>(),
    /** The maker's suggested retail price, per base unit. */
    listPrice: numeric(),
    listCurrency: text(),
    active: boolean().notNull().default(true),
    replacedById: integer().references((): AnyPgColumn => items.id),
    /** Goes up with every change; a change names the one it was made from. */
    revision: integer().notNull().default(1),
  },
  (table) => [
    index('items_category').on(table.categoryId),
    index('items_brand').on(table.brandId),
    index('items_family').on(table.familyId),
    // what replaces others is not deleted
    index('items_replaced_by')
      .on(table.replacedById)
      .where(sql`${table.replacedById} is not null`),
    check('items_quantity_digits', sql`${table.quantityDigits} between 0 and 6`),
    check('items_kind', sql`${table.kind} in ('stock', 'nonStock', 'service', 'fee')`),
    check('items_time_unit', sql`${table.timeUnit} in ('hour', 'day', 'week', 'month')`),
    check(
      'items_list_price',
      sql`num_nulls(${table.listPrice}, ${table.listCurrency}) in (0, 2)
        and ${table.listPrice} between 0 and 9999999999`,
    ),
  ],
);

/** What more than one of a unit is called, its name; units that nobody has named go by the rules of English. */
export const units = pgTable('units', {
  id: integer().primaryKey().generatedAlwaysAsIdentity(),
  code: text().notNull().unique(),
  name: text().notNull(),
});

/** Further units of an item; a factor is in base units. */
export const itemUnits = pgTable(
  'item_units',
  {
    itemId: integer()
      .notNull()
      .references(() => items.id, { onDelete: 'cascade' }),
    unit: text().notNull(),
    factor: numeric().notNull(),
    digits: smallint().notNull().default(0),
  },
  (table) => [
    primaryKey({ columns: [table.itemId, table.unit] }),
    check('item_units_factor', sql`${table.factor} > 0 and ${table.factor} <= 9999999999`),
    check('item_units_digits', sql`${table.digits} between 0 and 6`),
  ],
);

/** Who delivers an item; one of them is preferred. */
export const itemSuppliers = pgTable(
  'item_suppliers',
  {
    itemId: integer()
      .notNull()
      .references(() => items.id, { onDelete: 'cascade' }),
    supplierId: integer()
      .notNull()
      .references(() => suppliers.id),
    preferred: boolean().notNull().default(false),
    /** The supplier's own item number. */
    supplierNumber: text(),
    leadTimeDays: smallint(),
  },
  (table) => [
    primaryKey({ columns: [table.itemId, table.supplierId] }),
    uniqueIndex('item_suppliers_preferred')
      .on(table.itemId)
      .where(sql`${table.preferred}`),
    index('item_suppliers_supplier').on(table.supplierId),
    index('item_suppliers_number').on(table.supplierId, table.supplierNumber),
    check('item_suppliers_lead_time', sql`${table.leadTimeDays} between 0 and 1000`),
  ],
);

/** Further prices of an item by their names, per base unit. */
export const itemNamedPrices = pgTable(
  'item_named_prices',
  {
    itemId: integer()
      .notNull()
      .references(() => items.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    amount: numeric().notNull(),
    currency: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.itemId, table.name] }),
    check('item_named_prices_amount', sql`${table.amount} between 0 and 9999999999`),
  ],
);

/** What else an item is known by. One number may lead to several items. */
export const itemCrossReferences = pgTable(
  'item_cross_references',
  {
    itemId: integer()
      .notNull()
      .references(() => items.id, { onDelete: 'cascade' }),
    number: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.itemId, table.number] }),
    index('item_cross_references_number').on(table.number),
  ],
);
