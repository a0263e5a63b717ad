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
  PriceTypedForm,
  PriceChangeContent,
  PriceChangeState,
  SetupObjectKind,
} from '@honest-ledger/contracts';
import { users } from './people';
import { drafts } from './versions';

/** Changes of many prices that somebody prepares or has put into a draft. */
export const priceChanges = pgTable(
  'repricings',
  {
    id: uuid().primaryKey().defaultRandom(),
    content: jsonb().notNull().$type<PriceChangeContent>(),
    state: text().notNull().default('open').$type<PriceChangeState>(),
    /** Goes up with all that changes it or its rows; applying names the one that was seen. */
    revision: integer().notNull().default(1),
    remark: text(),
    /** Where its prices went. */
    draftId: uuid().references(() => drafts.id),
    byId: integer()
      .notNull()
      .references(() => users.id),
    at: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    index('repricings_at').on(table.at),
    index('repricings_draft').on(table.draftId),
    check('repricings_state', sql`${table.state} in ('open', 'applied', 'undone')`),
  ],
);

/** Every price it is about, and what becomes of it. */
export const priceChangeRows = pgTable(
  'repricing_rows',
  {
    // No foreign keys: many rows are written in one breath, from what the transaction has read.
    priceChangeId: uuid('repricing_id').notNull(),
    row: integer().notNull(),
    itemId: integer().notNull(),
    /** The level whose price it is; null for a base price. */
    levelId: uuid(),
    unit: text().notNull(),
    /** Whether the unit is the base unit. */
    inBaseUnit: boolean().notNull(),
    /** The price typed on the level that it is; null where it would be a new one. */
    typedPriceId: text(),
    minQuantity: numeric().notNull(),
    fromDay: date(),
    untilDay: date(),
    currency: text().notNull(),
    /** Per the unit, rounded to six decimals, to be shown and sorted by. */
    cost: numeric(),
    costKind: text(),
    before: numeric(),
    after: numeric(),
    change: numeric(),
    /** In percent, rounded to two decimals, as are markups and margins. */
    move: numeric(),
    markupBefore: numeric(),
    marginBefore: numeric(),
    markup: numeric(),
    margin: numeric(),
    /** What somebody typed of this one price. */
    typed: jsonb().$type<PriceTypedForm>(),
    /** What somebody said of leaving it out; null where nobody did. */
    decided: boolean(),
    leftOut: boolean().notNull(),
    /** Whether it cannot change at all. */
    fixed: boolean().notNull(),
    remark: text(),
    belowCost: boolean().notNull(),
    belowMargin: boolean().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.priceChangeId, table.row] }),
    index('repricing_rows_item').on(table.priceChangeId, table.itemId),
  ],
);

/** What drafts held of each object before and after a price change was put into them: the way back. */
export const priceChangeEdits = pgTable(
  'repricing_edits',
  {
    priceChangeId: uuid('repricing_id')
      .notNull()
      .references(() => priceChanges.id, { onDelete: 'cascade' }),
    objectKind: text().notNull().$type<SetupObjectKind>(),
    objectKey: text().notNull(),
    /** Whether a draft held the object before, and as what. */
    wasHeld: boolean().notNull(),
    before: jsonb(),
    /** What a draft holds since; 0 where the edit led back to what is published. */
    revision: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.priceChangeId, table.objectKind, table.objectKey] })],
);
