import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import type { SavedSalesBacktest, SalesBacktestSum } from '@honest-ledger/contracts';
import { documents } from './documents';
import { users } from './people';

/** Past sales that somebody has priced again. */
export const salesBacktest = pgTable(
  'sales_again',
  {
    id: uuid().primaryKey().defaultRandom(),
    asked: jsonb().notNull().$type<SavedSalesBacktest>(),
    /** By what, in words, as it was called then. */
    by: text().notNull(),
    /** The draft's, as it was when it began: another one would price otherwise. */
    draftRevision: integer(),
    /** It is done where none of its parts is left. */
    state: text({ enum: ['running', 'cancelled', 'failed'] })
      .notNull()
      .default('running'),
    problem: text(),
    startedBy: integer()
      .notNull()
      .references(() => users.id),
    startedAt: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    index('sales_again_started_at').on(table.startedAt),
    check('sales_again_problem', sql`(${table.state} = 'failed') = (${table.problem} is not null)`),
  ],
);

/** Some of the sales, which one job prices; what it found is written with it. */
export const salesBacktestParts = pgTable(
  'sales_again_parts',
  {
    runId: uuid()
      .notNull()
      .references(() => salesBacktest.id, { onDelete: 'cascade' }),
    place: integer().notNull(),
    sales: integer().array().notNull(),
    done: boolean().notNull().default(false),
    lines: integer().notNull().default(0),
    older: integer().notNull().default(0),
    /** Lines that stay at what was typed of them. */
    typed: integer().notNull().default(0),
    sums: jsonb().notNull().default([]).$type<readonly SalesBacktestSum[]>(),
  },
  (table) => [primaryKey({ columns: [table.runId, table.place] })],
);

/** A line that came out otherwise. */
export const salesBacktestLines = pgTable(
  'sales_again_lines',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    runId: uuid()
      .notNull()
      .references(() => salesBacktest.id, { onDelete: 'cascade' }),
    place: integer().notNull(),
    sale: integer()
      .notNull()
      .references(() => documents.number),
    item: text().notNull(),
    name: text().notNull(),
    quantity: numeric().notNull(),
    unit: text().notNull(),
    was: numeric().notNull(),
    /** Null where it has no price. */
    now: numeric(),
    /** It differs though nothing that it was priced with does. */
    fault: boolean().notNull(),
    causes: text().array().notNull(),
  },
  (table) => [
    index('sales_again_lines_run').on(table.runId, table.place),
    index('sales_again_lines_sale').on(table.sale),
  ],
);
