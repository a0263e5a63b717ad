import { boolean, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { ListColumn, ListName, ListParam } from '@honest-ledger/contracts';
import { users } from './people';

/** Lists as people saved them under a name, and, without one, as each left the columns. */
export const listViews = pgTable(
  'list_views',
  {
    id: uuid().primaryKey().defaultRandom(),
    ownerId: integer()
      .notNull()
      .references(() => users.id),
    list: text().notNull().$type<ListName>(),
    /** Empty for the columns as they were left. */
    name: text().notNull(),
    shared: boolean().notNull().default(false),
    params: jsonb().notNull().default([]).$type<readonly ListParam[]>(),
    columns: jsonb().notNull().$type<readonly ListColumn[]>(),
  },
  (table) => [uniqueIndex('list_views_once').on(table.ownerId, table.list, table.name)],
);
