import { sql } from 'drizzle-orm';
import {
  check,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type { RuleByHand } from '@honest-ledger/engine';
import type { DocumentFactsForm, DocumentOutcome, PricedLineForm } from '@honest-ledger/contracts';
import { costKinds } from './costs';
import { customers } from './customers';
import { items } from './goods';
import { levels } from './levels';
import { outlets } from './outlets';
import { users } from './people';
import { versions } from './versions';

/** What was known when lines were priced; stored once per distinct content. */
export const factSets = pgTable('fact_sets', {
  /** SHA-256 of the content, in hexadecimal. */
  hash: text().primaryKey(),
  content: jsonb().notNull().$type<DocumentFactsForm>(),
});

export const quotes = pgTable(
  'quotes',
  {
    number: integer().primaryKey().generatedAlwaysAsIdentity({ startWith: 1001 }),
    customerId: integer()
      .notNull()
      .references(() => customers.id),
    title: text().notNull().default(''),
    currency: text().notNull(),
    /** Where it is made; null for no outlet. */
    outletId: integer().references(() => outlets.id),
    /** Codes that start rules. */
    codes: text().array().notNull().default([]),
    /** What shipping costs before rules. */
    shipping: numeric(),
    /** Rules that somebody put on or took off. */
    byHand: jsonb().notNull().default([]).$type<readonly RuleByHand[]>(),
    /** A level chosen for the whole quote. */
    levelId: uuid().references(() => levels.id),
    /** What it came to when it was last priced, and what else was priced besides its lines. */
    total: numeric().notNull().default('0'),
    outcome: jsonb().$type<DocumentOutcome>(),
    /** Goes up with every change; a change names the one it was made from. */
    revision: integer().notNull().default(1),
    changedBy: integer()
      .notNull()
      .references(() => users.id),
    changedAt: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    index('quotes_changed_at').on(table.changedAt),
    check('quotes_shipping', sql`${table.shipping} between 0 and 9999999999`),
  ],
);

/** A line with its price and all it takes to compute that price again to the same cent. */
export const quoteLines = pgTable(
  'quote_lines',
  {
    id: uuid().notNull(),
    quoteNumber: integer()
      .notNull()
      .references(() => quotes.number, { onDelete: 'cascade' }),
    position: integer().notNull(),
    itemId: integer()
      .notNull()
      .references(() => items.id),
    quantity: numeric().notNull(),
    /** Null for the base unit. */
    unit: text(),
    /** For goods priced by time. */
    duration: numeric(),
    /** The kind of cost as its goods are supplied. */
    formOfSupply: text().references(() => costKinds.code),
    /** A level chosen for this line. */
    levelId: uuid().references(() => levels.id),
    priceByHand: numeric(),
    priceReason: text(),
    /** Null on a line without a price; `priced` says why. */
    amount: numeric(),
    version: integer()
      .notNull()
      .references(() => versions.number),
    modelVersion: integer().notNull(),
    pricedAt: timestamp({ withTimezone: true }).notNull(),
    factsHash: text()
      .notNull()
      .references(() => factSets.hash),
    /** The priced line with its workings, as the engine printed it. */
    priced: jsonb().notNull().$type<PricedLineForm>(),
  },
  (table) => [
    primaryKey({ columns: [table.quoteNumber, table.id] }),
    unique('quote_lines_position').on(table.quoteNumber, table.position),
    check('quote_lines_quantity', sql`${table.quantity} > 0 and ${table.quantity} <= 9999999999`),
    check('quote_lines_duration', sql`${table.duration} > 0 and ${table.duration} <= 9999999999`),
    check(
      'quote_lines_by_hand',
      sql`num_nulls(${table.priceByHand}, ${table.priceReason}) in (0, 2)
        and ${table.priceByHand} between 0 and 9999999999`,
    ),
  ],
);
