import { sql } from 'drizzle-orm';
import type { Queries } from './database';

/** Tables whose rows are not removed with what they name. */
export type NamingTables = ReadonlyMap<number, ReadonlySet<string>>;

/**
 * Of some rows of a table, those that other rows name, and the tables of these; what is removed along
 * with a row does not count. The catalogue of the database knows every foreign key, also of tables that
 * come later.
 */
export async function namedElsewhere(
  queries: Queries,
  table: 'items' | 'customers' | 'documents',
  ids: readonly number[],
): Promise<NamingTables> {
  const named = new Map<number, Set<string>>();
  if (ids.length === 0) return named;
  const { rows: keys } = await queries.execute<{ from: string; column: string }>(sql`
    select c.conrelid::regclass::text as from, a.attname as column
    from pg_constraint c
    join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
    where c.contype = 'f' and c.confrelid = ${table}::regclass and c.confdeltype = 'a'
    order by 1, 2`);
  for (const { from, column } of keys) {
    const at = sql.identifier(column);
    const found = await queries.execute<{ id: number }>(sql`
      select distinct ${at} as id from ${sql.identifier(from)} where ${at} = any(${sql.param([...ids])}::int[])`);
    for (const { id } of found.rows) {
      const tables = named.get(id) ?? new Set();
      named.set(id, tables.add(from));
    }
  }
  return named;
}

/** Where rows name things within a JSON form, which no foreign key shows. */
const FORMS = [
  { table: 'rule_rows', column: 'content' },
  { table: 'condition_rows', column: 'content' },
  { table: 'setting_rows', column: 'floors' },
  { table: 'repricings', column: 'content' },
  { table: 'draft_edits', column: 'content' },
] as const;

/** Every text that stands anywhere in such a form, and the base prices that drafts edit. */
export async function textsInForms(queries: Queries): Promise<ReadonlySet<string>> {
  const texts = FORMS.map(
    ({ table, column }) => sql`
      select part #>> '{}' as text from ${sql.identifier(table)},
        jsonb_path_query(${sql.identifier(column)}, 'strict $.**') as part
      where jsonb_typeof(part) = 'string'`,
  );
  const { rows } = await queries.execute<{ text: string }>(sql`
    ${sql.join(texts, sql` union `)}
    union select object_key from draft_edits where object_kind = 'basePrice'`);
  return new Set(rows.map(({ text }) => text));
}
