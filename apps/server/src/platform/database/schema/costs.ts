import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  date,
  foreignKey,
  index,
  integer,
  numeric,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import { items, itemSuppliers } from './goods';

// The upper bound also keeps out NaN, which PostgreSQL holds to be above every number.
const costHolds = (column: AnyPgColumn) =>
  sql`${column} between 0 and 9999999999 and scale(${column}) <= 6`;

/** What sorts of cost there are: those that every setup knows, and one for each form of supply. */
export const costKinds = pgTable('cost_kinds', {
  id: integer().primaryKey().generatedAlwaysAsIdentity(),
  code: text().notNull().unique(),
  name: text().notNull(),
  /** Whether a line may ask for it as the form in which its goods are supplied. */
  formOfSupply: boolean().notNull().default(false),
});

/**
 * What items cost, from a day on until the next row of the kind. A fact that keeps its history: a
 * cost of 0 says that from this day on none is known.
 */
export const itemCosts = pgTable(
  'item_costs',
  {
    itemId: integer()
      .notNull()
      .references(() => items.id, { onDelete: 'cascade' }),
    kindId: integer()
      .notNull()
      .references(() => costKinds.id),
    fromDay: date().notNull(),
    amount: numeric().notNull(),
    currency: text().notNull(),
    /** Null for the base unit. */
    unit: text(),
  },
  (table) => [
    primaryKey({ columns: [table.itemId, table.kindId, table.fromDay] }),
    check('item_costs_amount', costHolds(table.amount)),
  ],
);

/** What suppliers ask, from a quantity upward, in a window of days. */
export const purchaseCosts = pgTable(
  'purchase_costs',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    itemId: integer().notNull(),
    supplierId: integer().notNull(),
    amount: numeric().notNull(),
    currency: text().notNull(),
    /** Empty for the base unit, so that the unique index takes it as a value. */
    unit: text().notNull().default(''),
    /** In `unit`. */
    minQuantity: numeric().notNull().default('0'),
    fromDay: date(),
    untilDay: date(),
  },
  (table) => [
    foreignKey({
      name: 'purchase_costs_item_supplier',
      columns: [table.itemId, table.supplierId],
      foreignColumns: [itemSuppliers.itemId, itemSuppliers.supplierId],
    }).onDelete('cascade'),
    index('purchase_costs_item').on(table.itemId),
    check('purchase_costs_amount', costHolds(table.amount)),
    check('purchase_costs_min_quantity', costHolds(table.minQuantity)),
    check('purchase_costs_days', sql`${table.untilDay} >= ${table.fromDay}`),
    uniqueIndex('purchase_costs_once').on(
      table.itemId,
      table.supplierId,
      table.unit,
      table.minQuantity,
      sql`coalesce(${table.fromDay}, '-infinity')`,
    ),
  ],
);

/** How many base units of an item were sold on a day. */
export const unitsSold = pgTable(
  'units_sold',
  {
    itemId: integer()
      .notNull()
      .references(() => items.id, { onDelete: 'cascade' }),
    day: date().notNull(),
    quantity: numeric().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.itemId, table.day] }),
    check('units_sold_quantity', costHolds(table.quantity)),
  ],
);
