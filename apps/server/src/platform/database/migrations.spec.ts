import { sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { randomUUID } from 'node:crypto';
import { cp, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { administer, testDatabase, urlOf, type TestDatabase } from '../../testing/test-database';
import { migrateDatabase, UnknownDatabase } from './database';

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

describe('a database from before there were orders and sales', () => {
  const older = databaseUpTo(14);

  it('is carried over with its quotes, its rules, its drafts and its record', async () => {
    const { client, url } = older();
    const rule = `'{"paused": false}'`;
    for (const statement of [
      `insert into users (email, name, role, password_hash) values ('a@b', 'A', 'administrator', '')`,
      `insert into versions (number, note, changes, published_by, published_at)
        values (1, '', 0, 1, now())`,
      `insert into customers (code, name) values ('C1', 'One')`,
      `insert into quotes (customer_id, currency, changed_by, changed_at, outcome)
        values (1, 'EUR', 1, now(), '{"total": "5.00"}')`,
      `insert into categories (code, name, position) values ('clay', 'Clay', 1)`,
      `insert into items (number, name, category_id, unit, quantity_digits)
        values ('CL-1', 'Clay', 1, 'bag', 0)`,
      `insert into fact_sets (hash, content) values ('f', '{}')`,
      `insert into quote_lines (id, quote_number, position, item_id, quantity, version,
          model_version, priced_at, facts_hash, priced)
        values ('${RULE}', 1001, 0, 1, 1, 1, 7, now(), 'f',
          '{"kind": "priced", "computed": {"kind": "priced"}}')`,
      `insert into changes (at, by_id, object_kind, object_key, object_name, action)
        values (now(), 1, 'quote', '1001', 'Quote 1001', 'made')`,
      `insert into rules values ('${RULE}', now())`,
      `insert into rule_rows (rule_id, from_version, name, content)
        values ('${RULE}', 1, 'One', ${rule})`,
      `insert into drafts (id, name, created_by, created_at) values ('${RULE}', '', 1, now())`,
      `insert into draft_edits (draft_id, object_kind, object_key, content, edited_by, edited_at)
        values ('${RULE}', 'rule', '${RULE}', ${rule}, 1, now()),
          ('${RULE}', 'break', 'b', '{"name": "Bags"}', 1, now()),
          ('${RULE}', 'settings', 'settings', '{"homeCurrency": "EUR"}', 1, now())`,
    ]) {
      await client.query(statement);
    }
    await migrateDatabase(url, MIGRATIONS);
    const read = async (statement: string): Promise<unknown[]> =>
      (await client.query<Record<string, unknown>>(statement)).rows;
    expect(await read('select number, kind, state, customer_id from documents')).toEqual([
      { number: 1001, kind: 'quote', state: 'open', customer_id: 1 },
    ]);
    expect(await read('select object_kind from changes')).toEqual([{ object_kind: 'document' }]);
    const content = { paused: false, limits: { inAll: null, perCustomer: null } };
    expect(await read('select content from rule_rows')).toEqual([{ content }]);
    expect(await read('select content from draft_edits order by id')).toEqual([
      { content },
      { content: { name: 'Bags', setUp: null } },
      { content: { homeCurrency: 'EUR', floors: [] } },
    ]);
    expect(await read('select outcome from documents')).toEqual([
      { outcome: { total: '5.00', discount: null, tax: null, totalWithTax: '5.00' } },
    ]);
    const unsaid = { discount: null, floor: null, discountShare: null };
    const priced = { kind: 'priced', kept: null, setUp: null, ...unsaid };
    expect(await read('select priced from document_lines')).toEqual([
      { priced: { ...priced, computed: { kind: 'priced', ...unsaid } } },
    ]);
    await expectAsync(
      client.query(`update changes set object_kind = 'quote'`),
    ).toBeRejectedWithError(/never changed/);
    const left = `select conname as name from pg_constraint where conname like '%quote%'
      union select indexname from pg_indexes where indexname like '%quote%'`;
    expect(await read(left)).toEqual([]);
  });
});

const RULE = '3b0c6b4e-0d3e-4f7d-9a54-0a2f0c6d1e11';

describe('a database from before floors were stated in three ways', () => {
  const older = databaseUpTo(30);

  it('is carried over with its floors, what waits for them, and the prices that were computed', async () => {
    const { client, url } = older();
    const floor = `{"id": "a", "then": "hold", "reach": {"kind": "all"}, "margin": "12.5"}`;
    const guards = `[{"kind": "limit", "percent": "5"},
      {"kind": "floor", "percent": "12.5", "missing": "1.00"}]`;
    const priced = `{"version": 1, "floor": "a", "percent": "12.5", "lifted": "0.00", "short": null}`;
    for (const statement of [
      `insert into users (email, name, role, password_hash) values ('a@b', 'A', 'administrator', '')`,
      `insert into versions (number, note, changes, published_by, published_at)
        values (1, '', 0, 1, now())`,
      `insert into setting_rows (from_version, home_currency, rounding_mode, unit_price_digits,
          cost_order, rule_choice, floors)
        values (1, 'EUR', 'halfAwayFromZero', '{}', '{}', 'first', '[${floor}]')`,
      `insert into drafts (id, name, created_by, created_at) values ('${RULE}', '', 1, now())`,
      `insert into draft_edits (draft_id, object_kind, object_key, content, edited_by, edited_at)
        values ('${RULE}', 'settings', 'settings', '{"floors": [${floor}]}', 1, now())`,
      `insert into customers (code, name) values ('C1', 'One')`,
      `insert into documents (kind, state, customer_id, currency, changed_by, changed_at, guards)
        values ('quote', 'open', 1, 'EUR', 1, now(), '${guards}')`,
      `insert into approvals (document_number, guards, asked_by, asked_at, note)
        select number, guards, 1, now(), '' from documents`,
      `insert into categories (code, name, position) values ('clay', 'Clay', 1)`,
      `insert into items (number, name, category_id, unit, quantity_digits)
        values ('CL-1', 'Clay', 1, 'bag', 0)`,
      `insert into fact_sets (hash, content) values ('f', '{}')`,
      `insert into document_lines (id, document_number, position, item_id, quantity, version,
          model_version, priced_at, facts_hash, priced)
        select '${RULE}', number, 0, 1, 1, 1, 11, now(), 'f', '{"kind": "priced",
          "floor": ${priced}, "computed": {"kind": "priced", "floor": null}}' from documents`,
    ]) {
      await client.query(statement);
    }
    await migrateDatabase(url, MIGRATIONS);
    const read = async (statement: string): Promise<unknown> =>
      (await client.query<{ found: unknown }>(statement)).rows[0]?.found;
    const least = { kind: 'margin', percent: '12.5' };
    const floors = [{ id: 'a', reach: { kind: 'all' }, least, then: 'hold' }];
    expect(await read('select floors as found from setting_rows')).toEqual(floors);
    expect(await read('select content as found from draft_edits')).toEqual({ floors });
    const waiting = [
      { kind: 'limit', percent: '5' },
      { kind: 'floor', missing: '1.00', least, untested: null },
    ];
    expect(await read('select guards as found from documents')).toEqual(waiting);
    expect(await read('select guards as found from approvals')).toEqual(waiting);
    const of = { version: 1, floor: 'a', least, lifted: '0.00', short: null, untested: null };
    expect(await read('select priced as found from document_lines')).toEqual({
      kind: 'priced',
      floor: of,
      computed: { kind: 'priced', floor: null },
    });
  });
});

/** A database that only the first migrations have made, as the specs of one describe use it. */
function databaseUpTo(
  migrations: number,
): () => { readonly client: pg.Client; readonly url: string } {
  let folder: string;
  let client: pg.Client;
  const name = `older_${randomUUID().replaceAll('-', '')}`;
  beforeAll(async () => {
    folder = await mkdtemp(path.join(tmpdir(), 'honest-ledger-'));
    await cp(MIGRATIONS, folder, { recursive: true });
    const journal = path.join(folder, 'meta', '_journal.json');
    const all = JSON.parse(await readFile(journal, 'utf8')) as { entries: unknown[] };
    await writeFile(journal, JSON.stringify({ ...all, entries: all.entries.slice(0, migrations) }));
    await administer(`create database ${name}`);
    await migrateDatabase(urlOf(name), folder);
    client = new pg.Client({ connectionString: urlOf(name) });
    await client.connect();
  });
  afterAll(async () => {
    await client.end();
    await administer(`drop database ${name}`);
    await rm(folder, { recursive: true });
  });
  return () => ({ client, url: urlOf(name) });
}
