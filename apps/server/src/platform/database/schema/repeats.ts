import { sql } from 'drizzle-orm';
import { check, date, integer, pgTable, text } from 'drizzle-orm/pg-core';
import type { RepeatPrices, RepeatUnit } from '@honest-ledger/contracts';
import { documents } from './documents';
import { users } from './people';

/** Orders that are made again and again, each at most once at a time. */
export const repeats = pgTable(
  'repeats',
  {
    documentNumber: integer()
      .primaryKey()
      .references(() => documents.number),
    every: integer().notNull(),
    unit: text().notNull().$type<RepeatUnit>(),
    /** The first day; the others are counted from it. */
    startsOn: date().notNull(),
    /** The last day on which it may be; null for no end. */
    until: date(),
    prices: text().notNull().$type<RepeatPrices>(),
    /** The day of the order to be made next; null where there is none to come. */
    nextOn: date(),
    /** Why an order was not made, or which days went by; null where nothing is to be told. */
    remark: text(),
    /** Goes up with every change; a change names the one it was made from. */
    revision: integer().notNull(),
    setBy: integer()
      .notNull()
      .references(() => users.id),
  },
  (table) => [
    check('repeats_every', sql`${table.every} between 1 and 366`),
    check('repeats_until', sql`${table.until} >= ${table.startsOn}`),
  ],
);
