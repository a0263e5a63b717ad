import type { RuleContent } from '@honest-ledger/contracts';
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

/** The identity of a conditional rule; what it says lies in the rows of its versions. */
export const rules = pgTable('rules', {
  id: uuid().primaryKey(),
  createdAt: timestamp({ withTimezone: true }).notNull(),
});

/**
 * What a version says of a rule. Goods, customers and outlets stand in it by their codes, which
 * never change: a condition is a tree, and reads like the file it is kept as.
 */
export const ruleRows = pgTable(
  'rule_rows',
  {
    rowId: integer().primaryKey().generatedAlwaysAsIdentity(),
    ruleId: uuid()
      .notNull()
      .references(() => rules.id),
    ...versionRange(),
    name: text().notNull(),
    /** In the form that contracts checks at the border. */
    content: jsonb().notNull().$type<Omit<RuleContent, 'name'>>(),
  },
  (table) => [
    check('rule_rows_versions', sql`${table.toVersion} > ${table.fromVersion}`),
    uniqueIndex('rule_rows_in_force')
      .on(table.ruleId)
      .where(sql`${table.toVersion} is null`),
    uniqueIndex('rule_rows_name')
      .on(sql`lower(${table.name})`)
      .where(sql`${table.toVersion} is null`),
  ],
);
