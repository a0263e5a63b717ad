import { sql } from 'drizzle-orm';
import {
  check,
  index,
  integer,
  pgTable,
  smallint,
  text,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';

/** The tree that items lie in. A fact: live, not part of any version. */
export const categories = pgTable('categories', {
  id: integer().primaryKey().generatedAlwaysAsIdentity(),
  code: text().notNull().unique(),
  name: text().notNull(),
  parentId: integer().references((): AnyPgColumn => categories.id),
  position: integer().notNull(),
});

/** What is sold. A fact; its base price is setup and lies in versions. */
export const items = pgTable(
  'items',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    number: text().notNull().unique(),
    name: text().notNull(),
    categoryId: integer()
      .notNull()
      .references(() => categories.id),
    unit: text().notNull(),
    /** How many decimals a quantity may have. */
    quantityDigits: smallint().notNull().default(0),
  },
  (table) => [
    index('items_category').on(table.categoryId),
    check('items_quantity_digits', sql`${table.quantityDigits} between 0 and 6`),
  ],
);
