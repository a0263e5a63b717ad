import { sql } from 'drizzle-orm';
import { index, integer, jsonb, pgTable, text, timestamp, uniqueIndex } from 'drizzle-orm/pg-core';

/** Who may sign in. An e-mail address counts once, however it is capitalised. */
export const users = pgTable(
  'users',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    email: text().notNull(),
    name: text().notNull(),
    /** argon2id in its encoded form, salt and cost included. */
    passwordHash: text().notNull(),
  },
  (table) => [uniqueIndex('users_email').on(sql`lower(${table.email})`)],
);

/** Signed-in browsers. */
export const sessions = pgTable(
  'sessions',
  {
    id: text().primaryKey(),
    content: jsonb().notNull(),
    expiresAt: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [index('sessions_expires_at').on(table.expiresAt)],
);
