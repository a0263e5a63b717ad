import { sql } from 'drizzle-orm';
import {
  check,
  date,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from 'drizzle-orm/pg-core';
import type { PickedCost, PurchaseOrderState } from '@honest-ledger/contracts';
import { items, suppliers } from './goods';
import { users } from './people';

/** What is ordered from suppliers; its day says which of their costs count. */
export const purchaseOrders = pgTable(
  'purchase_orders',
  {
    number: integer().primaryKey().generatedAlwaysAsIdentity({ startWith: 5001 }),
    supplierId: integer()
      .notNull()
      .references(() => suppliers.id),
    day: date().notNull(),
    note: text().notNull().default(''),
    state: text().notNull().default('open').$type<PurchaseOrderState>(),
    revision: integer().notNull().default(1),
    changedBy: integer()
      .notNull()
      .references(() => users.id),
    changedAt: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    index('purchase_orders_changed_at').on(table.changedAt),
    check('purchase_orders_state', sql`${table.state} in ('open', 'placed')`),
  ],
);

/** Its lines, each with the cost that was picked: it stays what it was once the order is placed. */
export const purchaseOrderLines = pgTable(
  'purchase_order_lines',
  {
    orderNumber: integer()
      .notNull()
      .references(() => purchaseOrders.number, { onDelete: 'cascade' }),
    position: integer().notNull(),
    itemId: integer()
      .notNull()
      .references(() => items.id),
    quantity: numeric().notNull(),
    /** Null for the base unit. */
    unit: text(),
    /** Null where the supplier asked nothing for it on the day. */
    picked: jsonb().$type<PickedCost>(),
  },
  (table) => [
    primaryKey({ columns: [table.orderNumber, table.position] }),
    index('purchase_order_lines_item').on(table.itemId),
    check(
      'purchase_order_lines_quantity',
      sql`${table.quantity} > 0 and ${table.quantity} <= 9999999999`,
    ),
  ],
);
