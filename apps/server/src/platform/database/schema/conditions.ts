import type { ConditionForm } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import {
  check,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { versionRange } from './versions';

/** The identity of a condition that is saved under a name; what it says lies in its versions. */
export const conditions = pgTable('conditions', {
  id: uuid().primaryKey(),
  createdAt: timestamp({ withTimezone: true }).notNull(),
});

/** What a version says of a saved condition: a tree, kept as the file has it, like those of rules. */
export const conditionRows = pgTable(
  'condition_rows',
  {
    rowId: integer().primaryKey().generatedAlwaysAsIdentity(),
    conditionId: uuid()
      .notNull()
      .references(() => conditions.id),
    ...versionRange(),
    name: text().notNull(),
    /** In the form that contracts checks at the border. */
    content: jsonb().notNull().$type<ConditionForm>(),
  },
  (table) => [
    check('condition_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
    uniqueIndex('condition_rows_in_force')
      .on(table.conditionId)
      .where(sql`${table.toVersion} is null`),
    uniqueIndex('condition_rows_name')
      .on(sql`lower(${table.name})`)
      .where(sql`${table.toVersion} is null`),
  ],
);
