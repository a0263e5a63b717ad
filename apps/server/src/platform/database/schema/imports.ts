import { sql } from 'drizzle-orm';
import {
  boolean,
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
import type {
  CellProblem,
  Cells,
  FileFormat,
  ImportState,
  RowVerdict,
  SheetKind,
} from '@honest-ledger/contracts';
import { users } from './people';

/** Files that were sent in, and how far each has come. */
export const imports = pgTable(
  'imports',
  {
    id: uuid().primaryKey().defaultRandom(),
    kind: text().notNull().$type<SheetKind>(),
    /** The level whose prices they are; it may be one that only a draft has. */
    levelId: uuid(),
    /** The draft that setup goes to; null for the one that is open, or a new one. */
    draftId: uuid(),
    fileName: text().notNull(),
    /** Names of the columns that the file has, in its order. */
    columns: text().array().notNull(),
    state: text().notNull().default('reading').$type<ImportState>(),
    /** How it is read; null for files of before that was looked at. */
    format: jsonb().$type<FileFormat>(),
    remark: text(),
    rows: integer().notNull(),
    compared: integer().notNull().default(0),
    /** How many rows have been taken in. */
    taken: integer().notNull().default(0),
    byId: integer()
      .notNull()
      .references(() => users.id),
    at: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    index('imports_at').on(table.at),
    check(
      'imports_state',
      sql`${table.state} in ('asking', 'reading', 'ready', 'applying', 'applied', 'cancelled', 'failed', 'undone')`,
    ),
  ],
);

/** The rows of a file as they came, and what each would do once they are compared. */
export const importRows = pgTable(
  'import_rows',
  {
    importId: uuid()
      .notNull()
      .references(() => imports.id, { onDelete: 'cascade' }),
    /** Its place in the file; the row of names is 1. */
    row: integer().notNull(),
    cells: jsonb().notNull().$type<readonly string[]>(),
    /** What the row is known by. */
    key: text(),
    verdict: text().$type<RowVerdict>(),
    before: jsonb().$type<Cells>(),
    after: jsonb().$type<Cells>(),
    problems: jsonb().$type<readonly CellProblem[]>(),
    taken: boolean().notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.importId, table.row] }),
    index('import_rows_key').on(table.importId, table.key),
    index('import_rows_verdict').on(table.importId, table.verdict, table.row),
  ],
);
