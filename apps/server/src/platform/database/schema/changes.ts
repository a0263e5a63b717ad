import type { MassChangeKind, SetupObjectKind } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import {
  bigint,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import { users } from './people';

/** Many things changed in one step, which is undone in one step: a file taken in, a level given. */
export const massChanges = pgTable(
  'mass_changes',
  {
    /** That of a file is the file's own. */
    id: uuid().primaryKey().defaultRandom(),
    kind: text().notNull().$type<MassChangeKind>(),
    /** What people know it by: the name of the file, of the level. */
    name: text().notNull(),
    byId: integer()
      .notNull()
      .references(() => users.id),
    at: timestamp({ withTimezone: true }).notNull(),
    undoneBy: integer().references(() => users.id),
    undoneAt: timestamp({ withTimezone: true }),
  },
  (table) => [
    index('mass_changes_at').on(table.kind, table.at),
    check('mass_changes_undone', sql`(${table.undoneBy} is null) = (${table.undoneAt} is null)`),
  ],
);

/** What a change of many did to edits of drafts; what it did to facts is in the record. */
export const massEdits = pgTable(
  'mass_edits',
  {
    massChangeId: uuid()
      .notNull()
      .references(() => massChanges.id),
    objectKind: text().notNull().$type<SetupObjectKind>(),
    objectKey: text().notNull(),
    /** As a draft had it, else as it was published; null where it was not there. */
    before: jsonb(),
    after: jsonb(),
  },
  (table) => [primaryKey({ columns: [table.massChangeId, table.objectKind, table.objectKey] })],
);

/** The record: every change of setup or facts, who made it, when, and what stood there before. */
export const changes = pgTable(
  'changes',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    at: timestamp({ withTimezone: true }).notNull(),
    byId: integer()
      .notNull()
      .references(() => users.id),
    /** What kind of thing was changed: a customer, a level, a version. */
    objectKind: text().notNull(),
    /** What people know it by: a code, a number, an id. */
    objectKey: text().notNull(),
    objectName: text().notNull(),
    /** What was done: made, changed, removed, published. */
    action: text().notNull(),
    before: jsonb(),
    after: jsonb(),
    /** The change of many that it is part of. */
    massChangeId: uuid().references(() => massChanges.id),
  },
  (table) => [
    index('changes_mass')
      .on(table.massChangeId)
      .where(sql`${table.massChangeId} is not null`),
    index('changes_object').on(table.objectKind, table.objectKey, table.id),
    index('changes_by').on(table.byId, table.id),
    index('changes_at').on(table.at, table.id),
  ],
);
