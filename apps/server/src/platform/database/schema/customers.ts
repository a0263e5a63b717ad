import { sql } from 'drizzle-orm';
import { check, date, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { levels } from './levels';
import { outlets } from './outlets';
import { scopeColumns } from './scope';

/** What customers are grouped by. A fact. */
export const segments = pgTable('segments', {
  id: integer().primaryKey().generatedAlwaysAsIdentity(),
  code: text().notNull().unique(),
  name: text().notNull(),
  levelId: uuid().references(() => levels.id),
});

/** Who buys. A fact: live, not part of any version. */
export const customers = pgTable(
  'customers',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    code: text().notNull().unique(),
    name: text().notNull(),
    segmentId: integer().references(() => segments.id),
    /** What its documents are in, unless they say otherwise; null for the outlet's. */
    currency: text(),
    /** Where it usually buys. */
    outletId: integer().references(() => outlets.id),
    /** The default level. */
    levelId: uuid().references(() => levels.id),
    revision: integer().notNull().default(1),
  },
  (table) => [
    index('customers_level').on(table.levelId),
    index('customers_segment').on(table.segmentId),
  ],
);

/** Levels of a customer for some of the goods, or for some time. */
export const levelAssignments = pgTable(
  'level_assignments',
  {
    id: uuid().primaryKey(),
    customerId: integer()
      .notNull()
      .references(() => customers.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    levelId: uuid()
      .notNull()
      .references(() => levels.id),
    ...scopeColumns(),
    fromDay: date(),
    untilDay: date(),
  },
  (table) => [
    index('level_assignments_customer').on(table.customerId),
    check('level_assignments_days', sql`${table.untilDay} >= ${table.fromDay}`),
  ],
);
