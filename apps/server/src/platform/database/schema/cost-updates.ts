import { sql } from 'drizzle-orm';
import {
  boolean,
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
  uuid,
} from 'drizzle-orm/pg-core';
import type {
  CostFileMapping,
  FollowRule,
  Follows,
  CostUpdateState,
  CostUpdateVerdict,
  RoundingForm,
} from '@honest-ledger/contracts';
import { items, suppliers } from './goods';
import { users } from './people';
import { scopeColumns } from './scope';
import { versions } from './versions';

/** How each supplier's last price file was read. */
export const costFileMappings = pgTable('cost_file_mappings', {
  supplierId: integer()
    .primaryKey()
    .references(() => suppliers.id, { onDelete: 'cascade' }),
  /** Names of the columns that it was for. */
  columns: text().array().notNull(),
  mapping: jsonb().notNull().$type<CostFileMapping>(),
});

/** What becomes of prices when costs change. A fact. */
export const followRules = pgTable(
  'follow_rules',
  {
    id: uuid().primaryKey(),
    position: integer().notNull(),
    ...scopeColumns(),
    follows: text().notNull().$type<FollowRule['follows']>(),
    cap: numeric(),
    keeping: jsonb().notNull().$type<FollowRule['keeping']>(),
    rounding: jsonb().$type<RoundingForm>(),
  },
  (table) => [
    check('follow_rules_follows', sql`${table.follows} in ('moves', 'waits', 'stays')`),
    check('follow_rules_cap', sql`${table.cap} between 0 and 10000`),
  ],
);

/** Costs that a supplier sent, in a file or on a bill, and how far they have come. */
export const costUpdates = pgTable(
  'receipts',
  {
    id: uuid().primaryKey().defaultRandom(),
    supplierId: integer()
      .notNull()
      .references(() => suppliers.id),
    fileName: text().notNull(),
    state: text().notNull().$type<CostUpdateState>(),
    remark: text(),
    columns: text().array().notNull(),
    /** Its first rows. */
    sample: jsonb().notNull().$type<readonly (readonly string[])[]>(),
    mapping: jsonb().notNull().$type<CostFileMapping>(),
    rows: integer().notNull(),
    /** Goes up with every comparison. */
    revision: integer().notNull().default(0),
    /** SHA-256 of what the rows would do, by which it is seen that they would do something else. */
    digest: text(),
    version: integer().references(() => versions.number),
    byId: integer()
      .notNull()
      .references(() => users.id),
    at: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    index('receipts_at').on(table.at),
    check(
      'receipts_state',
      sql`${table.state} in ('mapping', 'comparing', 'ready', 'applying', 'applied', 'cancelled',
        'undone', 'failed')`,
    ),
  ],
);

/** The rows of a file as they came, many in one: a file is read whole or not at all. */
export const costUpdateChunks = pgTable(
  'receipt_chunks',
  {
    costUpdateId: uuid('receipt_id')
      .notNull()
      .references(() => costUpdates.id, { onDelete: 'cascade' }),
    place: integer().notNull(),
    /** JSON: each row's place in the file, and its cells. */
    rows: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.costUpdateId, table.place] })],
);

/** What each row would do, or did. */
export const costUpdateRows = pgTable(
  'receipt_rows',
  {
    // No foreign keys: 50,000 rows are written in one breath, from what the same transaction has read.
    costUpdateId: uuid('receipt_id').notNull(),
    row: integer().notNull(),
    verdict: text().notNull().$type<CostUpdateVerdict>(),
    problem: text(),
    said: text().notNull(),
    itemId: integer(),
    cost: numeric(),
    currency: text(),
    unit: text(),
    minQuantity: numeric().notNull().default('0'),
    fromDay: date(),
    untilDay: date(),
    oldCost: numeric(),
    oldCurrency: text(),
    leftOut: boolean().notNull().default(false),
    /** Of the item's base price, on the one row of an item that changes its cost. */
    follows: text().$type<Follows>(),
    why: text(),
    priceBefore: numeric(),
    priceAfter: numeric(),
    /** In percent of the price before. */
    move: numeric(),
    /** Costs per base unit in the home currency, rounded to six decimals, for margins. */
    oldUnitCost: numeric(),
    newUnitCost: numeric(),
    /** Whether the row is the cost of its item, besides the supplier's. */
    isCost: boolean().notNull().default(false),
    /** What stood in the two places that the row writes to, for the way back; null where nothing. */
    hadPurchase: jsonb().$type<HadCost>(),
    hadCost: jsonb().$type<HadCost>(),
    /** Whether it made the supplier one of its item's, for the way back. */
    madeSupplier: boolean().notNull().default(false),
  },
  (table) => [
    // no further index: a cost update's rows are found by this one, and writing 50,000 has to be quick
    primaryKey({ columns: [table.costUpdateId, table.row] }),
  ],
);

/** A cost as it stood before a row was written over it. */
export interface HadCost {
  readonly amount: string;
  readonly currency: string;
  readonly unit: string | null;
  readonly until: string | null;
}

/** Prices that wait for somebody to look at them, and what was decided. */
export const priceProposals = pgTable(
  'price_proposals',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    costUpdateId: uuid('receipt_id')
      .notNull()
      .references(() => costUpdates.id),
    itemId: integer()
      .notNull()
      .references(() => items.id),
    oldUnitCost: numeric(),
    newUnitCost: numeric().notNull(),
    priceBefore: numeric().notNull(),
    priceAfter: numeric().notNull(),
    move: numeric().notNull(),
    why: text(),
    state: text({ enum: ['waiting', 'accepted', 'refused', 'overtaken'] })
      .notNull()
      .default('waiting'),
    decidedById: integer().references(() => users.id),
    decidedAt: timestamp({ withTimezone: true }),
    /** The price that was accepted, where it is another than the one that would follow. */
    decidedPrice: numeric(),
    /** The cost update that brought a later cost: undone, it lets this wait again. */
    overtakenBy: uuid().references(() => costUpdates.id),
  },
  (table) => [
    index('price_proposals_receipt').on(table.costUpdateId),
    index('price_proposals_item').on(table.itemId),
    index('price_proposals_waiting')
      .on(table.move)
      .where(sql`${table.state} = 'waiting'`),
    check(
      'price_proposals_state',
      sql`${table.state} in ('waiting', 'accepted', 'refused', 'overtaken')`,
    ),
  ],
);
