import { sql } from 'drizzle-orm';
import {
  check,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { SetupObjectKind } from '@honest-ledger/contracts';
import { users } from './people';

/** Edits of the setup that nobody's prices see yet. */
export const drafts = pgTable(
  'drafts',
  {
    id: uuid().primaryKey().defaultRandom(),
    name: text().notNull(),
    /** `waiting`: it is published at a moment to come, and not edited until then. */
    state: text({ enum: ['open', 'waiting', 'published', 'discarded'] })
      .notNull()
      .default('open'),
    /** Goes up with every edit; publishing names the one that was looked at. */
    revision: integer().notNull().default(1),
    createdBy: integer()
      .notNull()
      .references(() => users.id),
    createdAt: timestamp({ withTimezone: true }).notNull(),
    /** When a waiting draft is published, by whom, and with what note. */
    publishAt: timestamp({ withTimezone: true }),
    publishById: integer().references(() => users.id),
    publishNote: text(),
    /** Why a waiting draft could not be published when its moment came. */
    remark: text(),
    /** When a discarded draft was discarded, and by whom; its edits stay for a while. */
    discardedAt: timestamp({ withTimezone: true }),
    discardedById: integer().references(() => users.id),
  },
  (table) => [
    check('drafts_state', sql`${table.state} in ('open', 'waiting', 'published', 'discarded')`),
    check(
      'drafts_waiting',
      sql`${table.state} <> 'waiting'
        or num_nonnulls(${table.publishAt}, ${table.publishById}, ${table.publishNote}) = 3`,
    ),
    uniqueIndex('drafts_name')
      .on(sql`lower(${table.name})`)
      .where(sql`${table.state} in ('open', 'waiting')`),
  ],
);

/** One object as a draft would have it. Its rows in a version are made when it is published. */
export const draftEdits = pgTable(
  'draft_edits',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    draftId: uuid()
      .notNull()
      .references(() => drafts.id),
    objectKind: text().notNull().$type<SetupObjectKind>(),
    /** What tells the object from others of its kind: an id, or an item number and unit. */
    objectKey: text().notNull(),
    /** In the form that contracts checks at the border; null where the draft withdraws the object. */
    content: jsonb(),
    /** Goes up with every change of this edit. */
    revision: integer().notNull().default(1),
    editedBy: integer()
      .notNull()
      .references(() => users.id),
    editedAt: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    unique('draft_edits_object').on(table.draftId, table.objectKind, table.objectKey),
    check(
      'draft_edits_kind',
      sql`${table.objectKind} in ('level', 'basePrice', 'sharedPrice', 'agreement', 'costTable', 'break', 'rule', 'condition', 'settings')`,
    ),
  ],
);

/** Published versions, numbered from 1. Never changed; the highest number is in force. */
export const versions = pgTable(
  'versions',
  {
    number: integer().primaryKey(),
    draftId: uuid()
      .unique()
      .references(() => drafts.id),
    note: text().notNull(),
    /** How many objects it changed. */
    changes: integer().notNull(),
    publishedBy: integer()
      .notNull()
      .references(() => users.id),
    publishedAt: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [check('versions_number', sql`${table.number} >= 1`)],
);
