import type { ApprovalState, BrokenGuard, Role } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import {
  check,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import { documents } from './documents';
import { users } from './people';

/** The discount limit of each role. A fact. */
export const handLimits = pgTable(
  'hand_limits',
  {
    role: text().primaryKey().$type<Role>(),
    /** In percent; null for as much as they like. */
    mostOff: numeric(),
  },
  (table) => [check('hand_limits_most_off', sql`${table.mostOff} between 0 and 100`)],
);

/** Who asked that a document may go on, with all that stood in its way, and who decided. */
export const approvals = pgTable(
  'approvals',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    documentNumber: integer()
      .notNull()
      .references(() => documents.number),
    state: text().notNull().default('asked').$type<ApprovalState>(),
    guards: jsonb().notNull().$type<readonly BrokenGuard[]>(),
    askedBy: integer()
      .notNull()
      .references(() => users.id),
    askedAt: timestamp({ withTimezone: true }).notNull(),
    note: text().notNull(),
    decidedBy: integer().references(() => users.id),
    decidedAt: timestamp({ withTimezone: true }),
    word: text().notNull().default(''),
  },
  (table) => [
    index('approvals_document').on(table.documentNumber),
    index('approvals_state').on(table.state, table.askedAt),
    uniqueIndex('approvals_asked')
      .on(table.documentNumber)
      .where(sql`${table.state} = 'asked'`),
    check('approvals_state', sql`${table.state} in ('asked', 'approved', 'refused', 'overtaken')`),
    check(
      'approvals_decided',
      sql`(${table.state} in ('approved', 'refused')) = (${table.decidedBy} is not null)
        and (${table.decidedBy} is null) = (${table.decidedAt} is null)`,
    ),
  ],
);
