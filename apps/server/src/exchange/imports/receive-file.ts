import {
  FormatFinder,
  SHEETS,
  type FileFormat,
  type ImportView,
  type NewImport,
  type SaidFormat,
  type Sheet,
} from '@honest-ledger/contracts';
import { eq, sql } from 'drizzle-orm';
import type { Readable } from 'node:stream';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { importRows, imports } from '../../platform/database/schema/index';
import { conflict, notFound, Problem } from '../../platform/http/problems';
import { addJob } from '../../platform/jobs/add-job';
import { COMPARE_JOB, type ImportJob } from './compare-rows';
import { levelAsEdited } from './level-prices';
import { findImport } from './queries';
import { openFile, type FileRow } from '../../platform/files/read-file';

const ROWS_AT_ONCE = 5000;

/**
 * Takes a file in as it comes, row by row, and lets its rows be compared with what is there.
 * Nothing of it counts before somebody has looked it through.
 */
export async function receiveFile(
  transaction: Transaction,
  { kind, level, draft, decimalMark, days }: NewImport,
  file: { readonly name: string; readonly content: Readable },
  actor: Actor,
): Promise<ImportView> {
  if (level !== undefined) await levelAsEdited(transaction, level);
  const { found, rows } = await openFile(file.content);
  const names = await rows.next();
  if (names.done === true) throw new Problem(422, 'The file is empty.');
  const columns = columnsOf(SHEETS[kind], names.value.cells);
  const [made] = await transaction
    .insert(imports)
    .values({
      kind,
      levelId: level ?? null,
      draftId: draft ?? null,
      fileName: file.name.slice(0, 200),
      columns,
      rows: 0,
      byId: actor.id,
      at: actor.now,
    })
    .returning({ id: imports.id });
  if (!made) throw new Error('a new import gave no id');
  const finder = new FormatFinder(found.delimiter);
  const looked = lookedAt(rows, SHEETS[kind], columns, finder);
  const count = await storeRows(transaction, made.id, looked);
  if (count === 0) throw new Problem(422, 'The file has a row of names and nothing below it.');
  const cells = finder.found();
  const format: FileFormat = {
    ...found,
    decimalMark: decimalMark ?? cells.decimalMark,
    days: days ?? cells.days,
  };
  const isOpen = format.decimalMark === null || format.days === null;
  await transaction
    .update(imports)
    .set({ rows: count, format, state: isOpen ? 'asking' : 'reading' })
    .where(eq(imports.id, made.id));
  if (!isOpen) await addJob(transaction, COMPARE_JOB, { import: made.id } satisfies ImportJob);
  return findImport(transaction, made.id);
}

/** Says how a file's figures and days are written; its rows are compared anew. */
export async function readAs(
  transaction: Transaction,
  id: string,
  said: SaidFormat,
): Promise<ImportView> {
  const [file] = await transaction.select().from(imports).where(eq(imports.id, id)).for('update');
  if (!file) throw notFound('This file');
  if (!['asking', 'reading', 'ready'].includes(file.state)) {
    throw conflict('This file cannot be read another way any more.', null);
  }
  const found = file.format ?? { encoding: null, delimiter: null };
  await transaction
    .update(imports)
    .set({ format: { ...found, ...said }, state: 'reading', compared: 0, remark: null })
    .where(eq(imports.id, id));
  await transaction
    .update(importRows)
    .set({ verdict: null, key: null, before: null, after: null, problems: null })
    .where(eq(importRows.importId, id));
  await addJob(transaction, COMPARE_JOB, { import: id } satisfies ImportJob);
  return findImport(transaction, id);
}

/** Rows as they come, once their figures and days were looked at. */
async function* lookedAt(
  rows: AsyncIterable<FileRow>,
  sheet: Sheet,
  columns: readonly string[],
  finder: FormatFinder,
): AsyncGenerator<FileRow> {
  const kinds = columns.map((name) => sheet.columns.find((one) => one.name === name)?.holds);
  for await (const row of rows) {
    row.cells.forEach((text, place) => {
      if (kinds[place] === 'decimal') finder.figure(text);
      if (kinds[place] === 'day') finder.day(text);
    });
    yield row;
  }
}

/** The file's columns by our names. @throws {Problem} where one is unknown, twice there, or lacking */
function columnsOf(sheet: Sheet, names: readonly string[]): string[] {
  const known = new Map(sheet.columns.map(({ name }) => [name.toLowerCase(), name]));
  const columns = names.map((name) => known.get(name.toLowerCase()) ?? null);
  const all = sheet.columns.map(({ name }) => name).join(', ');
  const unknown = names.filter((_, place) => columns[place] === null);
  if (unknown.length > 0) {
    const called = unknown.map((name) => (name === '' ? 'a column without a name' : `“${name}”`));
    throw new Problem(
      422,
      `The first row names ${called.join(', ')}, which is not a column of this file. The columns are ${all}.`,
    );
  }
  const read = columns.flatMap((name) => name ?? []);
  const twice = read.find((name, place) => read.indexOf(name) !== place);
  if (twice !== undefined) throw new Problem(422, `The first row names ${twice} twice.`);
  const lacking = sheet.columns.find(
    ({ name, begins }) => sheet.key.includes(name) && begins === null && !read.includes(name),
  );
  if (lacking) {
    throw new Problem(422, `The file has no column ${lacking.name}. The columns are ${all}.`);
  }
  return read;
}

async function storeRows(
  transaction: Transaction,
  id: string,
  rows: AsyncIterable<FileRow>,
): Promise<number> {
  let count = 0;
  let some: FileRow[] = [];
  const store = async (): Promise<void> => {
    const places = some.map(({ row }) => row);
    const cells = some.map((one) => JSON.stringify(one.cells));
    await transaction.execute(
      sql`insert into import_rows (import_id, row, cells)
        select ${id}::uuid, * from unnest(${sql.param(places)}::int[], ${sql.param(cells)}::jsonb[])`,
    );
    count += some.length;
    some = [];
  };
  for await (const row of rows) {
    some.push(row);
    if (some.length >= ROWS_AT_ONCE) await store();
  }
  if (some.length > 0) await store();
  return count;
}
