import { pgTable, timestamp, uuid } from 'drizzle-orm/pg-core';

/** The identity of a price level: it stays when every version has withdrawn or renamed it. */
export const levels = pgTable('levels', {
  id: uuid().primaryKey(),
  createdAt: timestamp({ withTimezone: true }).notNull(),
});
