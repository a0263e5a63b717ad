import type { ConditionForm } from '@honest-ledger/contracts';
import { jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import {
  identityColumns,
  namesApart,
  oneInForce,
  versionedColumns,
  versionsRise,
} from './versioned';

/** The identity of a condition that is saved under a name; what it says lies in its versions. */
export const conditions = pgTable('conditions', identityColumns());

/** What a version says of a saved condition: a tree, kept as the file has it, like those of rules. */
export const conditionRows = pgTable(
  'condition_rows',
  {
    conditionId: uuid()
      .notNull()
      .references(() => conditions.id),
    ...versionedColumns(),
    name: text().notNull(),
    /** In the form that contracts checks at the border. */
    content: jsonb().notNull().$type<ConditionForm>(),
  },
  (table) => [
    versionsRise('condition_rows', table),
    oneInForce('condition_rows', table, table.conditionId),
    namesApart('condition_rows', table),
  ],
);
