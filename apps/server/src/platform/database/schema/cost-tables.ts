import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  integer,
  jsonb,
  numeric,
  pgTable,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { CostTableForm, RoundingForm } from '@honest-ledger/contracts';
import { costKinds } from './costs';
import { outlets } from './outlets';
import { reachColumns } from './reach';
import { versionRange } from './versions';

/** The identity of a cost table; what it says lies in the rows of its versions. */
export const costTables = pgTable('cost_tables', {
  id: uuid().primaryKey(),
  createdAt: timestamp({ withTimezone: true }).notNull(),
});

const ofTable = () => ({
  rowId: integer().primaryKey().generatedAlwaysAsIdentity(),
  tableId: uuid()
    .notNull()
    .references(() => costTables.id),
  ...versionRange(),
});

/** What a version says of a cost table, but for its costs, its goods and its outlets. */
export const costTableRows = pgTable(
  'cost_table_rows',
  {
    ...ofTable(),
    name: text().notNull(),
    currency: text().notNull(),
    /** Whether it is for the outlets that are listed alone. */
    onlyListedOutlets: boolean().notNull(),
    // these three in the form that contracts checks at the border
    points: jsonb().$type<CostTableForm['points']>(),
    fees: jsonb().$type<CostTableForm['fees']>(),
    rounding: jsonb().$type<RoundingForm>(),
  },
  (table) => [
    check('cost_table_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
    uniqueIndex('cost_table_rows_in_force')
      .on(table.tableId)
      .where(sql`${table.toVersion} is null`),
    uniqueIndex('cost_table_rows_name')
      .on(sql`lower(${table.name})`)
      .where(sql`${table.toVersion} is null`),
  ],
);

/** The bands of a table for a kind of cost. */
export const costTableBandRows = pgTable(
  'cost_table_band_rows',
  {
    ...ofTable(),
    kindId: integer()
      .notNull()
      .references(() => costKinds.id),
    /** The order in which kinds are tried. */
    position: integer().notNull(),
    bands: jsonb().notNull().$type<CostTableForm['costs'][number]['bands']>(),
  },
  (table) => [
    check('cost_table_band_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
    uniqueIndex('cost_table_band_rows_in_force')
      .on(table.tableId, table.kindId)
      .where(sql`${table.toVersion} is null`),
  ],
);

/** The goods that a table is for, and those that a piece charge is for, where there is an amount. */
export const costTableReachRows = pgTable(
  'cost_table_reach_rows',
  {
    ...ofTable(),
    position: integer().notNull(),
    ...reachColumns(),
    pieceCharge: numeric(),
  },
  (table) => [
    check('cost_table_reach_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
    check(
      'cost_table_reach_rows_charge',
      sql`${table.pieceCharge} between -9999999999 and 9999999999`,
    ),
    uniqueIndex('cost_table_reach_rows_in_force')
      .on(table.tableId, sql`(${table.pieceCharge} is null)`, table.position)
      .where(sql`${table.toVersion} is null`),
  ],
);

/** The outlets at which a table may be used. */
export const costTableOutletRows = pgTable(
  'cost_table_outlet_rows',
  {
    ...ofTable(),
    outletId: integer()
      .notNull()
      .references(() => outlets.id),
  },
  (table) => [
    check('cost_table_outlet_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
    uniqueIndex('cost_table_outlet_rows_in_force')
      .on(table.tableId, table.outletId)
      .where(sql`${table.toVersion} is null`),
  ],
);
