import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  integer,
  numeric,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import { taxClasses } from './goods';
import { levels } from './levels';

/** Where documents are made: counters, the web shop, the catalogue. A fact. */
export const outlets = pgTable('outlets', {
  id: integer().primaryKey().generatedAlwaysAsIdentity(),
  code: text().notNull().unique(),
  name: text().notNull(),
  /** An IANA time zone. */
  timeZone: text().notNull(),
  currency: text().notNull(),
  /** For customers to whom nothing else gives a level. */
  levelId: uuid().references(() => levels.id),
  /** Whether only the levels listed for it may be used there. */
  onlyListedLevels: boolean().notNull().default(false),
  /** Whether tax is put on what is sold there. */
  chargesTax: boolean().notNull().default(false),
  /** The tax class of shipping, charges and set-up charges. */
  othersTaxClass: text().references(() => taxClasses.code),
});

/** The levels that may be used at an outlet that does not allow all. */
export const outletLevels = pgTable(
  'outlet_levels',
  {
    outletId: integer()
      .notNull()
      .references(() => outlets.id, { onDelete: 'cascade' }),
    levelId: uuid()
      .notNull()
      .references(() => levels.id),
  },
  (table) => [primaryKey({ columns: [table.outletId, table.levelId] })],
);

/** Units of a currency per unit of the home currency, each from an instant on. A fact. */
export const exchangeRates = pgTable(
  'exchange_rates',
  {
    currency: text().notNull(),
    from: timestamp({ withTimezone: true }).notNull(),
    rate: numeric().notNull(),
    /** Where it comes from: the name of a feed, or of who typed it. */
    source: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.currency, table.from] }),
    check('exchange_rates_rate', sql`${table.rate} > 0 and ${table.rate} <= 9999999999`),
  ],
);
