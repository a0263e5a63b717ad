import { sql } from 'drizzle-orm';
import {
  check,
  date,
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
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import type { DocumentKind, RuleByHand } from '@honest-ledger/engine';
import type {
  BrokenGuard,
  DiscountForm,
  DocumentFactsForm,
  DocumentOutcome,
  DocumentState,
  KeptPriceForm,
  PricedLineForm,
} from '@honest-ledger/contracts';
import { massChanges } from './changes';
import { costKinds } from './costs';
import { customers } from './customers';
import { items } from './goods';
import { levels } from './levels';
import { outlets } from './outlets';
import { rules } from './rules';
import { users } from './people';
import { deliveryMethods, departments, salesPeople } from './selling';
import { versions } from './versions';

/** What a figure by hand was typed for: where one of these is another, it is asked about again. */
export type TypedFor = Readonly<Record<string, unknown>>;

/** What was known when lines were priced; stored once per distinct content. */
export const factSets = pgTable('fact_sets', {
  /** SHA-256 of the content, in hexadecimal. */
  hash: text().primaryKey(),
  content: jsonb().notNull().$type<DocumentFactsForm>(),
});

export const documents = pgTable(
  'documents',
  {
    number: integer().primaryKey().generatedAlwaysAsIdentity({ startWith: 1001 }),
    kind: text().notNull().$type<DocumentKind>().default('quote'),
    state: text().notNull().$type<DocumentState>().default('open'),
    /** What it was made from. */
    fromNumber: integer().references((): AnyPgColumn => documents.number),
    /** The order that it repeats, and the day for which it does. */
    repeatsNumber: integer().references((): AnyPgColumn => documents.number),
    repeatsOn: date(),
    /** Null for a customer nobody knows. */
    customerId: integer().references(() => customers.id),
    title: text().notNull().default(''),
    /** What a past sale of another system was called there; null for documents of this one. */
    importedAs: text().unique('documents_imported_as'),
    /** The file that it was taken in with; null for one of before that was kept. */
    massChangeId: uuid().references(() => massChanges.id),
    currency: text().notNull(),
    /** Where it is made; null for no outlet. */
    outletId: integer().references(() => outlets.id),
    /** By which date and time it is priced, by the clock of its outlet, to the minute; null for now. */
    asOf: timestamp({ mode: 'string' }),
    /** The last day on which its prices are promised. */
    validUntil: date(),
    /** Codes that start rules. */
    codes: text().array().notNull().default([]),
    /** What shipping costs before rules. */
    shipping: numeric(),
    /** Rules that somebody put on or took off. */
    byHand: jsonb().notNull().default([]).$type<readonly RuleByHand[]>(),
    /** What somebody takes off it as a whole, and who does. */
    discount: jsonb().$type<DiscountForm>(),
    discountBy: integer().references(() => users.id),
    /** What it was typed for. */
    discountFor: jsonb().$type<TypedFor>(),
    /** What stood in its way when it was last priced. */
    guards: jsonb().notNull().default([]).$type<readonly BrokenGuard[]>(),
    salesPerson: text().references(() => salesPeople.code),
    department: text().references(() => departments.code),
    deliveryMethod: text().references(() => deliveryMethods.code),
    deliveryPostcode: text(),
    /** A level chosen for the whole document. */
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
    /** When it was confirmed, cancelled or posted. */
    settledAt: timestamp({ withTimezone: true }),
  },
  (table) => [
    index('documents_kind').on(table.kind, table.changedAt),
    index('documents_from').on(table.fromNumber),
    unique('documents_repeats').on(table.repeatsNumber, table.repeatsOn),
    check(
      'documents_repeats_on',
      sql`num_nulls(${table.repeatsNumber}, ${table.repeatsOn}) in (0, 2)`,
    ),
    index('documents_customer').on(table.customerId),
    check(
      'documents_state',
      sql`(${table.kind}, ${table.state}) in (('quote', 'open'), ('order', 'open'),
        ('order', 'confirmed'), ('order', 'cancelled'), ('sale', 'open'), ('sale', 'posted'))`,
    ),
    check('documents_settled', sql`(${table.state} = 'open') = (${table.settledAt} is null)`),
    index('documents_changed_at').on(table.changedAt),
    index('documents_mass')
      .on(table.massChangeId)
      .where(sql`${table.massChangeId} is not null`),
    check('documents_as_of', sql`${table.asOf} = date_trunc('minute', ${table.asOf})`),
    check('documents_shipping', sql`${table.shipping} between 0 and 9999999999`),
  ],
);

/** A document without its lines, as it is kept. */
export type DocumentRecord = typeof documents.$inferSelect;

/** A line with its price and all it takes to compute that price again to the same cent. */
export const documentLines = pgTable(
  'document_lines',
  {
    id: uuid().notNull(),
    documentNumber: integer()
      .notNull()
      .references(() => documents.number, { onDelete: 'cascade' }),
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
    /** What somebody takes off the line. */
    discount: jsonb().$type<DiscountForm>(),
    /** Who typed its price or discount; null where nobody did. */
    handBy: integer().references(() => users.id),
    /** What that was typed for. */
    handFor: jsonb().$type<TypedFor>(),
    /** What another document promised for it. */
    kept: jsonb().$type<KeptPriceForm>(),
    /** What the customer reads of it besides. */
    note: text().notNull().default(''),
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
    /** What it comes to in that, its unit prices and set-up charge: what is compared of many lines. */
    net: numeric().generatedAlwaysAs(sql`(priced->>'net')::numeric`),
    unitPrices: jsonb()
      .$type<readonly string[]>()
      .generatedAlwaysAs(sql`jsonb_path_query_array(priced, '$.slices[*].unitPrice')`),
    setUp: numeric().generatedAlwaysAs(sql`(priced->'setUp'->>'amount')::numeric`),
  },
  (table) => [
    index('document_lines_item').on(table.itemId),
    primaryKey({ columns: [table.documentNumber, table.id] }),
    unique('document_lines_position').on(table.documentNumber, table.position),
    check(
      'document_lines_quantity',
      sql`${table.quantity} > 0 and ${table.quantity} <= 9999999999`,
    ),
    check(
      'document_lines_duration',
      sql`${table.duration} > 0 and ${table.duration} <= 9999999999`,
    ),
    check(
      'document_lines_by_hand',
      sql`num_nulls(${table.priceByHand}, ${table.priceReason}) in (0, 2)
        and ${table.priceByHand} between 0 and 9999999999`,
    ),
  ],
);

/**
 * An item whose set-up charge a customer pays with a document that was confirmed or posted, and with
 * no other. A cancelled order gives it back.
 */
export const setUpsPaid = pgTable(
  'set_ups_paid',
  {
    customerId: integer()
      .notNull()
      .references(() => customers.id),
    itemId: integer()
      .notNull()
      .references(() => items.id),
    documentNumber: integer()
      .notNull()
      .references(() => documents.number),
  },
  (table) => [
    primaryKey({ columns: [table.customerId, table.itemId] }),
    index('set_ups_paid_document').on(table.documentNumber),
    index('set_ups_paid_item').on(table.itemId),
  ],
);

/**
 * One use of a rule with a limit: one document on which it was applied when that was confirmed or
 * posted. A cancelled order gives its uses back.
 */
export const ruleUses = pgTable(
  'rule_uses',
  {
    ruleId: uuid()
      .notNull()
      .references(() => rules.id),
    documentNumber: integer()
      .notNull()
      .references(() => documents.number),
    /** Null for a customer nobody knows. */
    customerId: integer().references(() => customers.id),
    usedAt: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.ruleId, table.documentNumber] }),
    index('rule_uses_document').on(table.documentNumber),
  ],
);
