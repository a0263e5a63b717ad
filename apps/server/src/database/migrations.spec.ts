import { sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { fileURLToPath } from 'node:url';
import { testDatabase, type TestDatabase } from '../testing/test-database';
import { migrateDatabase, UnknownDatabase } from './database';

const MIGRATIONS = fileURLToPath(new URL('../../migrations', import.meta.url));

describe('bringing a database up to date', () => {
  let test: TestDatabase;
  beforeEach(async () => (test = await testDatabase()));
  afterEach(() => test.drop());

  it('changes nothing where it is up to date', async () => {
    await migrateDatabase(test.url, MIGRATIONS);
    const { rows } = await test.database.execute(sql`select 1 from drizzle.__drizzle_migrations`);
    expect(rows.length).toBe(readMigrationFiles({ migrationsFolder: MIGRATIONS }).length);
  });

  it('refuses a database that another build has made, with a sentence', async () => {
    await test.database.execute(sql`update drizzle.__drizzle_migrations set hash = 'another'`);
    await expectAsync(migrateDatabase(test.url, MIGRATIONS)).toBeRejectedWithError(
      UnknownDatabase,
      /made by another build/,
    );
  });
});
