import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { adoptBaseline } from './baseline';
import * as schema from './schema/index';
import { tryAgain } from './try-again';
import { inTurn, type Turn } from './turns';

export { postgresCode } from './try-again';

export type Database = NodePgDatabase<typeof schema>;
/** What a query runs in: a transaction or the database itself. */
export type Queries = Database | Transaction;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

export interface OpenDatabase {
  readonly database: Database;
  readonly close: () => Promise<void>;
}

export function openDatabase(connectionString: string): OpenDatabase {
  const pool = new pg.Pool({ connectionString, max: 10 });
  // A connection that the server closed, idle or between two statements of a transaction, is
  // replaced, and the next statement on it fails; without these listeners it would end the process.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => {
    client.on('error', () => undefined);
  });
  return { database: drizzle(pool, { schema, casing: 'snake_case' }), close: () => pool.end() };
}

/** Any fixed number will do: it keeps two processes from migrating at once. */
const MIGRATION_LOCK = 7_304_117;

/** Brings the schema up to date; of several processes, one does it and the others wait. */
export async function migrateDatabase(connectionString: string, folder: string): Promise<void> {
  const client = new pg.Client({ connectionString });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await refuseUnknown(client, folder);
    await migrate(drizzle(client), { migrationsFolder: folder });
  } finally {
    await client.end();
  }
}

/** A database that another build has made, and that this one cannot carry on. */
export class UnknownDatabase extends Error {
  override readonly name = 'UnknownDatabase';
}

/**
 * Every migration that a database has had is one of ours, or one in whose place the baseline stands; else
 * its tables are not what we think.
 */
async function refuseUnknown(client: pg.Client, folder: string): Promise<void> {
  const { rows } = await client.query<{ done: string | null }>(
    "select to_regclass('drizzle.__drizzle_migrations')::text as done",
  );
  if (!rows[0]?.done) return;
  await adoptBaseline(client, folder);
  const known = new Set(readMigrationFiles({ migrationsFolder: folder }).map(({ hash }) => hash));
  const { rows: had } = await client.query<{ hash: string }>(
    'select hash from drizzle.__drizzle_migrations',
  );
  if (had.some(({ hash }) => !known.has(hash))) {
    throw new UnknownDatabase(
      'This data was made by another build of Honest Ledger, which this one cannot carry on. ' +
        'Start that build, or keep new data elsewhere with --data DIR, or begin anew with ' +
        'npm run demo:reset, which throws this data away.',
    );
  }
}

/**
 * Runs a transaction as if it were alone, and again where PostgreSQL could not put it in order with the
 * others.
 * @param turn what it waits for before it begins; null where it waits for nobody
 * @throws {Busy} where it was in others' way each time
 */
export function serializable<T>(
  database: Database,
  work: (transaction: Transaction) => Promise<T>,
  turn: Turn | null = null,
): Promise<T> {
  const isolationLevel = 'serializable';
  return tryAgain(() =>
    turn === null
      ? database.transaction(work, { isolationLevel })
      : inTurn(poolOf(database), turn, (client) =>
          drizzle(client, { schema, casing: 'snake_case' }).transaction(work, { isolationLevel }),
        ),
  );
}

/**
 * Runs a transaction that sees one moment of the database, and again where somebody else wrote the same
 * rows meanwhile: for what touches rows of its own, which is most of what many people do at once.
 * @throws {Busy} where it was in others' way each time
 */
export function repeatable<T>(
  database: Database,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  return tryAgain(() => database.transaction(work, { isolationLevel: 'repeatable read' }));
}

/** The connections that a database was opened with. */
function poolOf(database: Database): pg.Pool {
  const { $client } = database as Database & { readonly $client: unknown };
  if ($client instanceof pg.Pool) return $client;
  throw new Error('a turn is taken on a connection of its own, so outside a transaction');
}

/** Reads that belong together see one moment of the database. */
export function snapshot<T>(
  database: Database,
  read: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  return database.transaction(read, { isolationLevel: 'repeatable read' });
}

/** What PostgreSQL and the network say when a database is shut down, starting, or not there. */
const GONE = new Set(['57P01', '57P02', '57P03', 'ECONNREFUSED', 'ECONNRESET']);

/** True where an error says that the database itself is not there. */
export function isDatabaseGone(error: unknown): boolean {
  const cause = error instanceof Error ? (error.cause ?? error) : error;
  if (!(cause instanceof Error)) return false;
  const code = 'code' in cause && typeof cause.code === 'string' ? cause.code : '';
  return GONE.has(code) || cause.message.startsWith('Connection terminated');
}
