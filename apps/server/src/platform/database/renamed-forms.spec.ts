import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { administer, urlOf } from '../../testing/test-database';
import { migrateDatabase } from './database';

const MIGRATIONS = fileURLToPath(new URL('../../../migrations', import.meta.url));
/** How many there were before what is stored got other names. */
const BEFORE = 2;

const CLAY = { kind: 'category', category: 'clay' };
const OLD_RULE = {
  words: '',
  starts: { kind: 'byHand' },
  together: false,
  stops: true,
  when: { kind: 'all', of: [{ kind: 'goods', reaches: [CLAY] }] },
  effect: { kind: 'spread', amount: '-5.00', every: null },
};
const NEW_RULE = {
  words: '',
  trigger: { kind: 'manual' },
  combinable: false,
  stopProcessing: true,
  when: { kind: 'all', of: [{ kind: 'goods', scopes: [CLAY] }] },
  effect: { kind: 'allocate', amount: '-5.00', every: null },
};
const OLD_LEVEL = { name: 'Schools', entries: [{ reach: CLAY, exceptions: [] }] };
const NEW_LEVEL = { name: 'Schools', entries: [{ scope: CLAY, exceptions: [] }] };
const OLD_FACTS = { customer: { attributes: { reach: 'far' }, assignments: [{ reach: CLAY }] } };
const NEW_FACTS = { customer: { attributes: { reach: 'far' }, assignments: [{ scope: CLAY }] } };
const OLD_PRICED = { net: '1', slices: [{ unitPrice: '1', steps: [{ entry: { reach: CLAY } }] }] };
const NEW_PRICED = { net: '1', slices: [{ unitPrice: '1', steps: [{ entry: { scope: CLAY } }] }] };

describe('what is stored under the names of earlier forms', () => {
  const name = `renamed_${randomUUID().replaceAll('-', '')}`;
  let folder: string;
  let client: pg.Client;
  const only = async (statement: string): Promise<unknown> => {
    const { rows } = await client.query<{ it: unknown }>(statement);
    return rows[0]?.it;
  };

  /** Fills one column of a row whose other columns hold anything that their types allow. */
  const insert = async (table: string, contents: Readonly<Record<string, unknown>>) => {
    const { rows } = await client.query<{ column: string; type: string }>(
      `select column_name as column, udt_name as type from information_schema.columns
        where table_schema = 'public' and table_name = $1 and is_nullable = 'NO'
          and column_default is null and is_identity = 'NO' and is_generated = 'NEVER'`,
      [table],
    );
    const row = {
      ...Object.fromEntries(rows.map(({ column, type }) => [column, ANYTHING[type] ?? '1'])),
      ...Object.fromEntries(
        Object.entries(contents).map(([column, value]) => [
          column,
          typeof value === 'object' ? JSON.stringify(value) : value,
        ]),
      ),
    };
    const places = Object.keys(row).map((_, place) => `$${String(place + 1)}`);
    await client.query(
      `insert into ${table} (${Object.keys(row).join(', ')}) values (${places.join(', ')})`,
      Object.values(row),
    );
  };

  beforeAll(async () => {
    folder = mkdtempSync(path.join(tmpdir(), 'migrations-'));
    cpSync(MIGRATIONS, folder, { recursive: true });
    const journal = path.join(folder, 'meta/_journal.json');
    const all = JSON.parse(readFileSync(journal, 'utf8')) as { entries: unknown[] };
    writeFileSync(journal, JSON.stringify({ ...all, entries: all.entries.slice(0, BEFORE) }));
    await administer(`create database ${name}`);
    await migrateDatabase(urlOf(name), folder);
    client = new pg.Client({ connectionString: urlOf(name) });
    await client.connect();
    await client.query('set session_replication_role = replica'); // rows without those they belong to
    await insert('rule_rows', { content: OLD_RULE });
    await insert('condition_rows', { content: OLD_RULE.when });
    await insert('setting_rows', {
      rounding_mode: 'halfToEven',
      floors: [{ id: 'a', reach: { kind: 'all' } }],
    });
    await insert('fact_sets', { content: OLD_FACTS });
    await insert('draft_edits', { object_kind: 'rule', content: { name: 'R', ...OLD_RULE } });
    await insert('draft_edits', { object_kind: 'level', content: OLD_LEVEL });
    await insert('changes', { action: 'changed', before: OLD_LEVEL, after: OLD_RULE });
    await insert('mass_edits', { object_kind: 'level', before: OLD_LEVEL, after: null });
    await insert('repricing_edits', { object_kind: 'level', before: OLD_LEVEL });
    await insert('document_lines', { priced: OLD_PRICED });
    await client.query('set session_replication_role = default');
    await migrateDatabase(urlOf(name), MIGRATIONS);
  });
  afterAll(async () => {
    await client.end();
    await administer(`drop database ${name}`);
    rmSync(folder, { recursive: true });
  });

  it('is published setup, drafts and documents with the present names', async () => {
    expect(await only('select content as it from rule_rows')).toEqual(NEW_RULE);
    expect(await only('select content as it from condition_rows')).toEqual(NEW_RULE.when);
    expect(await only('select floors as it from setting_rows')).toEqual([
      { id: 'a', scope: { kind: 'all' } },
    ]);
    const edit = `select content as it from draft_edits where object_kind =`;
    expect(await only(`${edit} 'rule'`)).toEqual({ name: 'R', ...NEW_RULE });
    expect(await only(`${edit} 'level'`)).toEqual(NEW_LEVEL);
    expect(await only('select priced as it from document_lines')).toEqual(NEW_PRICED);
    expect(await only('select unit_prices as it from document_lines')).toEqual(['1']);
  });

  it('is the record, the ways back, and facts, but for what a company named', async () => {
    expect(await only('select content as it from fact_sets')).toEqual(NEW_FACTS);
    expect(await only('select before as it from changes')).toEqual(NEW_LEVEL);
    expect(await only('select after as it from changes')).toEqual(NEW_RULE);
    expect(await only('select before as it from mass_edits')).toEqual(NEW_LEVEL);
    expect(await only('select after as it from mass_edits')).toBeNull();
    expect(await only('select before as it from repricing_edits')).toEqual(NEW_LEVEL);
  });

  it('is guarded as before', async () => {
    for (const table of ['rule_rows', 'condition_rows', 'setting_rows', 'fact_sets', 'changes']) {
      await expectAsync(client.query(`delete from ${table}`))
        .withContext(table)
        .toBeRejected();
    }
  });
});

/** By type, what stands in a column that says nothing here. */
const ANYTHING: Readonly<Record<string, unknown>> = {
  uuid: '00000000-0000-4000-8000-000000000000',
  timestamptz: '2026-12-01T00:00:00Z',
  date: '2026-12-01',
  bool: false,
  jsonb: '{}',
  bpchar: 'EUR',
  _text: '{}',
  _int4: '{}',
};
