import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { levels } from './setup';

/** Who buys. A fact: live, not part of any version. */
export const customers = pgTable(
  'customers',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    code: text().notNull().unique(),
    name: text().notNull(),
    segment: text().notNull(),
    /** The default level. */
    levelId: uuid().references(() => levels.id),
    revision: integer().notNull().default(1),
  },
  (table) => [index('customers_level').on(table.levelId)],
);
