import { readMigrationFiles } from 'drizzle-orm/migrator';
import type pg from 'pg';

/**
 * The last of the 38 migrations in whose place the baseline stands, by its SHA-256, as drizzle writes down
 * what a database has had.
 */
const LAST_BEFORE = '066265a5ad757a04aa05f03b204b3cec43688c5276dc059016e32677df55398a';

/**
 * A database that has had all of those is what the baseline makes: it is written down as having had that
 * one, and nothing else of it changes. Of any other nothing is changed.
 */
export async function adoptBaseline(client: pg.Client, folder: string): Promise<void> {
  const [baseline] = readMigrationFiles({ migrationsFolder: folder });
  if (!baseline) return;
  // one statement, so that it is done wholly or not at all
  await client.query(
    `with before as (
       delete from drizzle.__drizzle_migrations
       where exists (select 1 from drizzle.__drizzle_migrations where hash = $1)
       returning 1)
     insert into drizzle.__drizzle_migrations (hash, created_at)
     select $2, $3 where exists (select 1 from before)`,
    [LAST_BEFORE, baseline.hash, baseline.folderMillis],
  );
}
