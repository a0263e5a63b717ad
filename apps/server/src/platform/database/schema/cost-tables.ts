import { sql } from 'drizzle-orm';
import { boolean, check, integer, jsonb, numeric, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { CostTableForm, RoundingForm } from '@honest-ledger/contracts';
import { costKinds } from './costs';
import { outlets } from './outlets';
import { scopeColumns } from './scope';
import {
  identityColumns,
  namesApart,
  oneInForce,
  versionedColumns,
  versionsRise,
} from './versioned';

/** The identity of a cost table; what it says lies in the rows of its versions. */
export const costTables = pgTable('cost_tables', identityColumns());

const ofTable = () => ({
  tableId: uuid()
    .notNull()
    .references(() => costTables.id),
  ...versionedColumns(),
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
    versionsRise('cost_table_rows', table),
    oneInForce('cost_table_rows', table, table.tableId),
    namesApart('cost_table_rows', table),
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
    versionsRise('cost_table_band_rows', table),
    oneInForce('cost_table_band_rows', table, table.tableId, table.kindId),
  ],
);

/** The goods that a table is for, and those that a piece charge is for, where there is an amount. */
export const costTableScopeRows = pgTable(
  'cost_table_reach_rows',
  {
    ...ofTable(),
    position: integer().notNull(),
    ...scopeColumns(),
    pieceCharge: numeric(),
  },
  (table) => [
    versionsRise('cost_table_reach_rows', table),
    check(
      'cost_table_reach_rows_charge',
      sql`${table.pieceCharge} between -9999999999 and 9999999999`,
    ),
    oneInForce(
      'cost_table_reach_rows',
      table,
      table.tableId,
      sql`(${table.pieceCharge} is null)`,
      table.position,
    ),
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
    versionsRise('cost_table_outlet_rows', table),
    oneInForce('cost_table_outlet_rows', table, table.tableId, table.outletId),
  ],
);
