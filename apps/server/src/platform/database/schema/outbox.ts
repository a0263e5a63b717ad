import { sql } from 'drizzle-orm';
import { customType, index, integer, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import { documents } from './documents';
import { users } from './people';

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/**
 * What would have been sent: the stand-in of a mail server, which keeps each message as it would go
 * out, its PDF within, and sends nothing.
 */
export const outbox = pgTable(
  'outbox',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    documentNumber: integer()
      .notNull()
      .references(() => documents.number),
    to: text('to_address').notNull(),
    subject: text().notNull(),
    text: text().notNull(),
    /** RFC 5322, with MIME (RFC 2045). */
    message: bytes().notNull(),
    sentBy: integer()
      .notNull()
      .references(() => users.id),
    sentAt: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [index('outbox_document').on(table.documentNumber, sql`${table.id} desc`)],
);
