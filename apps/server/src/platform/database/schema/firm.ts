import { sql } from 'drizzle-orm';
import { check, integer, numeric, pgTable } from 'drizzle-orm/pg-core';

/** What holds for the firm as a whole, as soon as it is saved: one row. */
export const firm = pgTable(
  'firm',
  {
    id: integer().primaryKey().default(1),
    /** What posted sales are measured against, in percent of their amount; null for none. */
    marginTarget: numeric(),
  },
  (table) => [
    check('firm_one_row', sql`${table.id} = 1`),
    check('firm_margin_target', sql`${table.marginTarget} >= 0 and ${table.marginTarget} < 100`),
  ],
);
