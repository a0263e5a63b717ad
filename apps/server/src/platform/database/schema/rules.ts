import type { RuleContent } from '@honest-ledger/contracts';
import { jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import {
  identityColumns,
  namesApart,
  oneInForce,
  versionedColumns,
  versionsRise,
} from './versioned';

/** The identity of a conditional rule; what it says lies in the rows of its versions. */
export const rules = pgTable('rules', identityColumns());

/**
 * What a version says of a rule. Goods, customers and outlets stand in it by their codes, which
 * never change: a condition is a tree, and reads like the file it is kept as.
 */
export const ruleRows = pgTable(
  'rule_rows',
  {
    ruleId: uuid()
      .notNull()
      .references(() => rules.id),
    ...versionedColumns(),
    name: text().notNull(),
    /** In the form that contracts checks at the border. */
    content: jsonb().notNull().$type<Omit<RuleContent, 'name'>>(),
  },
  (table) => [
    versionsRise('rule_rows', table),
    oneInForce('rule_rows', table, table.ruleId),
    namesApart('rule_rows', table),
  ],
);
