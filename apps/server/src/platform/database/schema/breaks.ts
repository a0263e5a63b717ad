import type { BreakForm, RoundingForm } from '@honest-ledger/contracts';
import type { BreakCount } from '@honest-ledger/engine';
import { sql } from 'drizzle-orm';
import { boolean, check, date, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { customers, segments } from './customers';
import { levels } from './levels';
import { outlets } from './outlets';
import { scopeColumns } from './scope';
import {
  identityColumns,
  namesApart,
  oneInForce,
  versionedColumns,
  versionsRise,
} from './versioned';

/** The identity of a quantity break; what it says lies in the rows of its versions. */
export const breaks = pgTable('breaks', identityColumns());

const ofBreak = () => ({
  breakId: uuid()
    .notNull()
    .references(() => breaks.id),
  ...versionedColumns(),
});

/** What a version says of a break, but for its goods and whom it is limited to. */
export const breakRows = pgTable(
  'break_rows',
  {
    ...ofBreak(),
    name: text().notNull(),
    words: text().notNull(),
    currency: text().notNull(),
    /** Whether it is for the levels, the customers and segments, the outlets that are listed alone. */
    onlyListedLevels: boolean().notNull(),
    onlyListedParties: boolean().notNull(),
    onlyListedOutlets: boolean().notNull(),
    fromDay: date(),
    untilDay: date(),
    count: text().notNull().$type<BreakCount>(),
    mode: text().notNull().$type<BreakForm['mode']>(),
    always: boolean().notNull(),
    // these in the form that contracts checks at the border
    measure: jsonb().notNull().$type<BreakForm['measure']>(),
    basis: jsonb().notNull().$type<BreakForm['basis']>(),
    tiers: jsonb().notNull().$type<BreakForm['tiers']>(),
    rounding: jsonb().$type<RoundingForm>(),
    setUp: jsonb().$type<NonNullable<BreakForm['setUp']>>(),
  },
  (table) => [
    versionsRise('break_rows', table),
    check('break_rows_days', sql`${table.untilDay} >= ${table.fromDay}`),
    oneInForce('break_rows', table, table.breakId),
    namesApart('break_rows', table),
  ],
);

/** The goods that a break is for. */
export const breakScopeRows = pgTable(
  'break_reach_rows',
  {
    ...ofBreak(),
    position: integer().notNull(),
    ...scopeColumns(),
  },
  (table) => [
    versionsRise('break_reach_rows', table),
    oneInForce('break_reach_rows', table, table.breakId, table.position),
  ],
);

/** The levels, customers, segments and outlets that a break is limited to, one a row. */
export const breakLimitRows = pgTable(
  'break_limit_rows',
  {
    ...ofBreak(),
    levelId: uuid().references(() => levels.id),
    customerId: integer().references(() => customers.id),
    segmentId: integer().references(() => segments.id),
    outletId: integer().references(() => outlets.id),
  },
  (table) => [
    versionsRise('break_limit_rows', table),
    check(
      'break_limit_rows_one',
      sql`num_nonnulls(${table.levelId}, ${table.customerId}, ${table.segmentId}, ${table.outletId}) = 1`,
    ),
  ],
);
