import { pgTable, text, timestamp } from 'drizzle-orm/pg-core';

/** The processes that take jobs from the queue, and when each was last heard of. */
export const workers = pgTable('workers', {
  id: text().primaryKey(),
  seenAt: timestamp({ withTimezone: true }).notNull(),
});
