import type { ReturnWorth } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  foreignKey,
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
import { documentLines, documents } from './documents';
import { users } from './people';

/** What came back of posted sales, in the one row of numbers of all documents. Never changed. */
export const returns = pgTable(
  'returns',
  {
    number: integer().primaryKey(),
    saleNumber: integer()
      .notNull()
      .references(() => documents.number),
    goodsBack: boolean().notNull(),
    reason: text().notNull(),
    /** Without tax. */
    amount: numeric().notNull(),
    tax: jsonb().$type<NonNullable<ReturnWorth['tax']>>(),
    amountWithTax: numeric().notNull(),
    /** What is kept back of the worth of its goods, and why. */
    takenOff: numeric().notNull().default('0'),
    takenOffBecause: text(),
    /** What its goods had earned for those that are kept. */
    kept: jsonb().$type<NonNullable<ReturnWorth['kept']>>(),
    postedBy: integer()
      .notNull()
      .references(() => users.id),
    postedAt: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    index('returns_sale').on(table.saleNumber),
    check(
      'returns_taken_off',
      sql`${table.takenOff} >= 0 and (${table.takenOff} > 0) = (${table.takenOffBecause} is not null)`,
    ),
  ],
);

export const returnLines = pgTable(
  'return_lines',
  {
    returnNumber: integer()
      .notNull()
      .references(() => returns.number),
    saleNumber: integer().notNull(),
    lineId: uuid().notNull(),
    quantity: numeric().notNull(),
    amount: numeric().notNull(),
    /** What is kept back of it. */
    takenOff: numeric().notNull().default('0'),
  },
  (table) => [
    primaryKey({ columns: [table.returnNumber, table.lineId] }),
    foreignKey({
      name: 'return_lines_line',
      columns: [table.saleNumber, table.lineId],
      foreignColumns: [documentLines.documentNumber, documentLines.id],
    }),
    check('return_lines_quantity', sql`${table.quantity} > 0 and ${table.amount} >= 0`),
  ],
);
