import { sql } from 'drizzle-orm';
import {
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
import type { RoundingDirection, RoundingMode } from '@honest-ledger/engine';
import { categories, items } from './goods';
import { versionRange } from './versions';

const rowId = () => integer().primaryKey().generatedAlwaysAsIdentity();

/** What holds for the whole setup. */
export const settingRows = pgTable(
  'setting_rows',
  {
    rowId: rowId(),
    homeCurrency: text().notNull(),
    roundingMode: text().notNull().$type<RoundingMode>(),
    unitPriceDigits: jsonb().notNull().$type<Record<string, number>>(),
    ...versionRange,
  },
  (table) => [
    check(
      'setting_rows_mode',
      sql`${table.roundingMode} in ('halfAwayFromZero', 'halfToEven', 'awayFromZero', 'towardsZero')`,
    ),
    check('setting_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
  ],
);

/** Base prices, in the home currency per base unit. */
export const basePriceRows = pgTable(
  'base_price_rows',
  {
    rowId: rowId(),
    itemId: integer()
      .notNull()
      .references(() => items.id),
    price: numeric().notNull(),
    ...versionRange,
  },
  (table) => [
    // The upper bound also keeps out NaN, which PostgreSQL holds to be above every number.
    check(
      'base_price_rows_price',
      sql`${table.price} between 0 and 9999999999 and scale(${table.price}) <= 6`,
    ),
    check('base_price_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
    uniqueIndex('base_price_rows_in_force')
      .on(table.itemId)
      .where(sql`${table.toVersion} is null`),
  ],
);

/** The identity of a price level: it stays when every version has withdrawn or renamed it. */
export const levels = pgTable('levels', {
  id: uuid().primaryKey(),
  createdAt: timestamp({ withTimezone: true }).notNull(),
});

/** What a version says of a level, but for its entries. */
export const levelRows = pgTable(
  'level_rows',
  {
    rowId: rowId(),
    levelId: uuid()
      .notNull()
      .references(() => levels.id),
    name: text().notNull(),
    roundingCurrency: text(),
    roundingIncrement: numeric(),
    roundingDirection: text().$type<RoundingDirection>(),
    leastPrice: numeric(),
    ...versionRange,
  },
  (table) => [
    check(
      'level_rows_rounding',
      sql`num_nulls(${table.roundingCurrency}, ${table.roundingIncrement}, ${table.roundingDirection}) in (0, 3)
        and (${table.leastPrice} is null or ${table.roundingIncrement} is not null)
        and ${table.roundingIncrement} > 0 and ${table.roundingIncrement} <= 9999999999
        and ${table.leastPrice} between 0 and 9999999999
        and ${table.roundingDirection} in ('nearest', 'up', 'down')`,
    ),
    check('level_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
    uniqueIndex('level_rows_in_force')
      .on(table.levelId)
      .where(sql`${table.toVersion} is null`),
    uniqueIndex('level_rows_name')
      .on(sql`lower(${table.name})`)
      .where(sql`${table.toVersion} is null`),
  ],
);

/** A level's entries in a version. One that reaches neither an item nor a category reaches all. */
export const levelEntryRows = pgTable(
  'level_entry_rows',
  {
    rowId: rowId(),
    levelId: uuid()
      .notNull()
      .references(() => levels.id),
    /** Stays the same when the entry is changed. */
    entryId: text().notNull(),
    position: integer().notNull(),
    itemId: integer().references(() => items.id),
    categoryId: integer().references(() => categories.id),
    percent: numeric().notNull(),
    ...versionRange,
  },
  (table) => [
    check('level_entry_rows_reach', sql`num_nonnulls(${table.itemId}, ${table.categoryId}) <= 1`),
    check(
      'level_entry_rows_percent',
      sql`${table.percent} between -100 and 10000 and scale(${table.percent}) <= 4`,
    ),
    check('level_entry_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
    uniqueIndex('level_entry_rows_in_force')
      .on(table.levelId, table.entryId)
      .where(sql`${table.toVersion} is null`),
  ],
);
