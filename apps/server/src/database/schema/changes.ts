import { bigint, index, integer, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import { users } from './people';

/** The record: every change of setup or facts, who made it, when, and what stood there before. */
export const changes = pgTable(
  'changes',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    at: timestamp({ withTimezone: true }).notNull(),
    byId: integer()
      .notNull()
      .references(() => users.id),
    /** What kind of thing was changed: a customer, a level, a version. */
    objectKind: text().notNull(),
    /** What people know it by: a code, a number, an id. */
    objectKey: text().notNull(),
    objectName: text().notNull(),
    /** What was done: made, changed, removed, published. */
    action: text().notNull(),
    before: jsonb(),
    after: jsonb(),
  },
  (table) => [
    index('changes_object').on(table.objectKind, table.objectKey, table.id),
    index('changes_by').on(table.byId, table.id),
    index('changes_at').on(table.at, table.id),
  ],
);
