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
  text,
  uuid,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import type { AdjustingForm, RoundingForm, SettingsForm } from '@honest-ledger/contracts';
import type { Basis, Level, RoundingMode, RuleChoice } from '@honest-ledger/engine';
import { costTables } from './cost-tables';
import { costKinds } from './costs';
import { customers, segments } from './customers';
import { items } from './goods';
import { levels } from './levels';
import { scopeColumns } from './scope';
import { namesApart, oneInForce, versionedColumns, versionsRise } from './versioned';

// The upper bound also keeps out NaN, which PostgreSQL holds to be above every number.
const priceHolds = (column: AnyPgColumn) =>
  sql`${column} between 0 and 9999999999 and scale(${column}) <= 6`;

/** What holds for the whole setup. */
export const settingRows = pgTable(
  'setting_rows',
  {
    homeCurrency: text().notNull(),
    roundingMode: text().notNull().$type<RoundingMode>(),
    unitPriceDigits: jsonb().notNull().$type<Record<string, number>>(),
    /** The level of a line that nothing else gives one. */
    defaultLevelId: uuid().references(() => levels.id),
    /** Codes of kinds of cost. */
    costOrder: text().array().notNull(),
    /** Who wins where a rule that stands alone meets others. */
    ruleChoice: text().notNull().default('first').$type<RuleChoice>(),
    /** The least that goods are sold for, in the form that contracts checks at the border. */
    floors: jsonb().notNull().default([]).$type<SettingsForm['floors']>(),
    ...versionedColumns(),
  },
  (table) => [
    check(
      'setting_rows_mode',
      sql`${table.roundingMode} in ('halfAwayFromZero', 'halfToEven', 'awayFromZero', 'towardsZero')`,
    ),
    versionsRise('setting_rows', table),
  ],
);

/** Named prices that several items point to, in the home currency. */
export const sharedPriceRows = pgTable(
  'shared_price_rows',
  {
    sharedId: uuid().notNull(),
    name: text().notNull(),
    price: numeric().notNull(),
    ...versionedColumns(),
  },
  (table) => [
    check('shared_price_rows_price', priceHolds(table.price)),
    versionsRise('shared_price_rows', table),
    oneInForce('shared_price_rows', table, table.sharedId),
  ],
);

/** Base prices in the home currency, per base unit or per a further unit of the item. */
export const basePriceRows = pgTable(
  'base_price_rows',
  {
    itemId: integer()
      .notNull()
      .references(() => items.id),
    /** Empty for the base unit, so that the unique index takes it as a value. */
    unit: text().notNull().default(''),
    price: numeric(),
    sharedId: uuid(),
    ...versionedColumns(),
  },
  (table) => [
    check('base_price_rows_price', priceHolds(table.price)),
    check('base_price_rows_one', sql`num_nonnulls(${table.price}, ${table.sharedId}) = 1`),
    versionsRise('base_price_rows', table),
    oneInForce('base_price_rows', table, table.itemId, table.unit),
  ],
);

/** The columns of a price of one item from a quantity upward, in a window of days. */
const datedPriceColumns = () => ({
  itemId: integer()
    .notNull()
    .references(() => items.id),
  price: numeric().notNull(),
  /** Null for the base unit. */
  unit: text(),
  fromDay: date(),
  untilDay: date(),
  minQuantity: numeric().notNull(),
});

const datedPriceHolds = (
  name: string,
  table: {
    price: AnyPgColumn;
    minQuantity: AnyPgColumn;
    fromDay: AnyPgColumn;
    untilDay: AnyPgColumn;
  },
) => [
  check(`${name}_price`, priceHolds(table.price)),
  check(`${name}_min_quantity`, sql`${table.minQuantity} between 0 and 9999999999`),
  check(`${name}_days`, sql`${table.untilDay} >= ${table.fromDay}`),
];

/** Prices agreed with a customer or a segment for an item. */
export const agreementRows = pgTable(
  'agreement_rows',
  {
    agreementId: uuid().notNull(),
    customerId: integer().references(() => customers.id),
    segmentId: integer().references(() => segments.id),
    ...datedPriceColumns(),
    currency: text().notNull(),
    open: boolean().notNull(),
    ...versionedColumns(),
  },
  (table) => [
    check('agreement_rows_party', sql`num_nonnulls(${table.customerId}, ${table.segmentId}) = 1`),
    index('agreement_rows_item').on(table.itemId),
    index('agreement_rows_customer').on(table.customerId),
    ...datedPriceHolds('agreement_rows', table),
    versionsRise('agreement_rows', table),
    oneInForce('agreement_rows', table, table.agreementId),
  ],
);

/** What a version says of a level, but for its entries and single items. */
export const levelRows = pgTable(
  'level_rows',
  {
    levelId: uuid()
      .notNull()
      .references(() => levels.id),
    name: text().notNull(),
    currency: text().notNull(),
    fromDay: date(),
    untilDay: date(),
    entryOrder: text().notNull().$type<Level['order']>(),
    /** In the form that contracts checks at the border. */
    rounding: jsonb().$type<RoundingForm>(),
    ...versionedColumns(),
  },
  (table) => [
    check('level_rows_days', sql`${table.untilDay} >= ${table.fromDay}`),
    check('level_rows_order', sql`${table.entryOrder} in ('narrowest', 'list')`),
    versionsRise('level_rows', table),
    oneInForce('level_rows', table, table.levelId),
    namesApart('level_rows', table),
  ],
);

/** A level's entries in a version. */
export const levelEntryRows = pgTable(
  'level_entry_rows',
  {
    levelId: uuid()
      .notNull()
      .references(() => levels.id),
    /** Stays the same when the entry is changed. */
    entryId: text().notNull(),
    position: integer().notNull(),
    ...scopeColumns(),
    basis: text().notNull().$type<Basis['kind']>(),
    basisLevelId: uuid().references(() => levels.id),
    basisName: text(),
    basisCostId: integer().references(() => costKinds.id),
    /** Null for the table that takes the item in most narrowly. */
    basisTableId: uuid().references(() => costTables.id),
    /** In the form that contracts checks at the border. */
    adjusting: jsonb().notNull().$type<AdjustingForm>(),
    /** Null for the level's own. */
    rounding: jsonb().$type<RoundingForm>(),
    closes: boolean().notNull(),
    ...versionedColumns(),
  },
  (table) => [
    check(
      'level_entry_rows_basis',
      sql`(${table.basis} = 'level') = (${table.basisLevelId} is not null)
        and (${table.basis} = 'namedPrice') = (${table.basisName} is not null)
        and (${table.basis} = 'cost') = (${table.basisCostId} is not null)
        and (${table.basis} = 'costTable' or ${table.basisTableId} is null)
        and ${table.basis} in
          ('basePrice', 'listPrice', 'namedPrice', 'level', 'cost', 'costTable')`,
    ),
    versionsRise('level_entry_rows', table),
    oneInForce('level_entry_rows', table, table.levelId, table.entryId),
  ],
);

/** Items that a level leaves at their base price. */
export const levelExceptionRows = pgTable(
  'level_exception_rows',
  {
    levelId: uuid()
      .notNull()
      .references(() => levels.id),
    itemId: integer()
      .notNull()
      .references(() => items.id),
    ...versionedColumns(),
  },
  (table) => [
    versionsRise('level_exception_rows', table),
    oneInForce('level_exception_rows', table, table.levelId, table.itemId),
  ],
);

/** Prices typed for single items on a level. */
export const levelPriceRows = pgTable(
  'level_price_rows',
  {
    levelId: uuid()
      .notNull()
      .references(() => levels.id),
    /** Stays the same when the price is changed. */
    priceId: text().notNull(),
    ...datedPriceColumns(),
    closes: boolean().notNull(),
    ...versionedColumns(),
  },
  (table) => [
    index('level_price_rows_item').on(table.itemId),
    ...datedPriceHolds('level_price_rows', table),
    versionsRise('level_price_rows', table),
    oneInForce('level_price_rows', table, table.levelId, table.priceId),
  ],
);
