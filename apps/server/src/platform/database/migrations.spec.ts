import { sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import pg from 'pg';
import { administer, testDatabase, urlOf, type TestDatabase } from '../../testing/test-database';
import { migrateDatabase, UnknownDatabase } from './database';

/** Its tables and a little in each kind of them, as pg_dump gave them, with the 38 written down. */
const BEFORE = fileURLToPath(new URL('../../testing/before-baseline.sql.gz', import.meta.url));
const MIGRATIONS = fileURLToPath(new URL('../../../migrations', import.meta.url));

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

describe('a database of the last build with 38 migrations', () => {
  const name = `before_${randomUUID().replaceAll('-', '')}`;
  let client: pg.Client;
  let before: ReadonlyMap<string, unknown[]>;
  let newest: TestDatabase;
  let fresh: pg.Client;
  const read = async (statement: string): Promise<unknown[]> =>
    (await client.query<Record<string, unknown>>(statement)).rows;
  const contents = async (): Promise<ReadonlyMap<string, unknown[]>> => {
    const all = new Map<string, unknown[]>();
    for (const { table } of (await read(
      `select table_name as table from information_schema.tables
        where table_schema = 'public' and table_type = 'BASE TABLE'`,
    )) as { table: string }[]) {
      all.set(table, await read(`select to_jsonb(it) as row from "${table}" as it order by 1`));
    }
    return all;
  };

  beforeAll(async () => {
    newest = await testDatabase();
    fresh = new pg.Client({ connectionString: newest.url });
    await fresh.connect();
    await administer(`create database ${name}`);
    client = new pg.Client({ connectionString: urlOf(name) });
    await client.connect();
    await client.query(gunzipSync(readFileSync(BEFORE)).toString());
    await client.query('reset all'); // the copy begins by setting its session's paths to nothing
    before = await contents();
    await migrateDatabase(urlOf(name), MIGRATIONS);
  });
  afterAll(async () => {
    await client.end();
    await administer(`drop database ${name}`);
    await fresh.end();
    await newest.drop();
  });

  it('is carried over with everything in it, once', async () => {
    expect([...before.values()].filter((rows) => rows.length > 0)).toHaveSize(18);
    const ours = readMigrationFiles({ migrationsFolder: MIGRATIONS });
    for (let times = 0; times < 2; times += 1) {
      const now = [...(await contents())];
      expect(new Map(now.filter(([table]) => before.has(table)))).toEqual(new Map(before));
      // what has come since has nothing in it
      expect(now.filter(([table, rows]) => !before.has(table) && rows.length > 0)).toEqual([]);
      const had = await read('select hash from drizzle.__drizzle_migrations order by id');
      expect(had).toEqual(ours.map(({ hash }) => ({ hash })));
      await migrateDatabase(urlOf(name), MIGRATIONS);
    }
  });

  it('has the tables, the rules and the guards that a new one has', async () => {
    for (const statement of SHAPE) {
      const [theirs, ours] = [await client.query(statement), await fresh.query(statement)];
      expect(theirs.rows.length).withContext(statement).toBeGreaterThan(2);
      expect(theirs.rows).toEqual(ours.rows);
    }
  });

  it('keeps what was published as it was', async () => {
    await expectAsync(client.query('update base_price_rows set price = 1')).toBeRejectedWithError(
      /never changed, only closed once/,
    );
    for (const change of [`update rule_rows set name = 'x'`, 'delete from rule_rows']) {
      await expectAsync(client.query(change)).toBeRejectedWithError(/only closed once/);
    }
    await expectAsync(client.query(`update changes set object_kind = 'x'`)).toBeRejectedWithError(
      /never changed/,
    );
  });
});

/** All that a database says of how it is made, but for the order of its columns and needless brackets. */
const SHAPE = [
  `select table_name, column_name, data_type, is_nullable, column_default, is_identity
    from information_schema.columns where table_schema = 'public' order by 1, 2`,
  `select conrelid::regclass::text as of, conname,
      translate(pg_get_constraintdef(oid), '() ', '') as says
    from pg_constraint where connamespace = 'public'::regnamespace order by 1, 2`,
  `select tablename, indexname, indexdef from pg_indexes where schemaname = 'public' order by 1, 2`,
  `select tgrelid::regclass::text as of, tgname, pg_get_triggerdef(oid) as says
    from pg_trigger where not tgisinternal order by 1, 2`,
  `select attrelid::regclass::text as of, attname, attcompression from pg_attribute
    join pg_class on pg_class.oid = attrelid and relnamespace = 'public'::regnamespace
    where relkind = 'r' and attnum > 0 and not attisdropped order by 1, 2`,
];
