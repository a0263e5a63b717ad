import { sql } from 'drizzle-orm';
import type { Role } from '@honest-ledger/contracts';
import {
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core';

/** Who may sign in. An e-mail address counts once, however it is capitalised. */
export const users = pgTable(
  'users',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    email: text().notNull(),
    name: text().notNull(),
    /** argon2id in its encoded form, salt and cost included. */
    passwordHash: text().notNull(),
    role: text().notNull().default('administrator').$type<Role>(),
    /** Whether they may sign in. Nobody is deleted: what they did names them. */
    active: boolean().notNull().default(true),
  },
  (table) => [
    uniqueIndex('users_email').on(sql`lower(${table.email})`),
    check(
      'users_role',
      sql`${table.role} in ('administrator', 'pricing', 'approver', 'sales', 'reader')`,
    ),
  ],
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
