import type { SheetKind } from '@honest-ledger/contracts';
import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { changeMany } from '../../platform/changes/mass';
import { record } from '../../platform/changes/record';
import {
  postgresCode,
  repeatable,
  serializable,
  type Database,
  type Transaction,
} from '../../platform/database/database';
import { importRows, imports } from '../../platform/database/schema/index';
import { Problem } from '../../platform/http/problems';
import { addJob } from '../../platform/jobs/add-job';
import type { Services } from '../../setup/versions/services';
import {
  COMPARE_JOB,
  judgeRows,
  ROWS_A_JOB,
  targetOf,
  type ImportJob,
  type ImportRecord,
} from './compare-rows';
import type { InParts } from './kind';
import { IMPORTED_KINDS } from './kinds';
import type { ComparedRow } from './verdicts';

/** The job that takes a file in, whole or not at all. */
export const APPLY_JOB = 'apply-import';

/** What was looked through is not what would be done any more. */
class Outdated extends Error {}

/**
 * Takes a file in, in one transaction; of past sales the next part, and asks for itself while there are
 * more. Every row is compared once more: where one would now do something else than was shown, nothing is
 * taken in and the file is compared anew. What was taken in before stays, and is known again then.
 * @param last whether the job is not tried again where it fails
 */
export async function applyImport(
  services: Services,
  { import: id }: ImportJob,
  last: boolean,
): Promise<void> {
  const { database } = services;
  try {
    const kind = await kindOf(database, id);
    const inParts = kind && IMPORTED_KINDS[kind].inParts;
    if (inParts) {
      await repeatable(database, (transaction) => takePart(transaction, services, id, inParts));
    } else {
      const turn = kind && OF_DRAFTS.has(kind) ? 'drafts' : null;
      await serializable(database, (transaction) => takeIn(transaction, services, id), turn);
    }
  } catch (error) {
    if (error instanceof Outdated) {
      await database.transaction((transaction) => readAnew(transaction, id));
    } else if (error instanceof Problem || postgresCode(error) === UNIQUE_VIOLATION || last) {
      const why = error instanceof Problem ? error.detail : remarkOf(error);
      await database
        .update(imports)
        .set({ state: 'failed', remark: sql`${why} || ' ' || ${HOW_FAR}` })
        .where(and(eq(imports.id, id), eq(imports.state, 'applying')));
      if (last) throw error;
    } else {
      throw error;
    }
  }
}

/** How much of a file was taken in before it was stopped; a sentence. */
export const HOW_FAR = sql<string>`case when ${imports.taken} = 0 then 'Nothing of the file was imported.'
  else ${imports.taken} || ' rows were imported before that. Undo them, or upload the file again for the rest.' end`;

async function kindOf(database: Database, id: string): Promise<SheetKind | null> {
  const [found] = await database
    .select({ kind: imports.kind })
    .from(imports)
    .where(eq(imports.id, id));
  return found?.kind ?? null;
}

/** What is taken in of these is an edit of a draft. */
const OF_DRAFTS: ReadonlySet<SheetKind> = new Set(['items', 'agreements', 'levelPrices']);

const UNIQUE_VIOLATION = '23505';

function remarkOf(error: unknown): string {
  return postgresCode(error) === UNIQUE_VIOLATION
    ? 'Two things would have the same number or name.'
    : 'Something went wrong on the server.';
}

async function takeIn(transaction: Transaction, services: Services, id: string): Promise<void> {
  const [file] = await transaction.select().from(imports).where(eq(imports.id, id)).for('update');
  if (file?.state !== 'applying') return;
  const rows: ComparedRow[] = [];
  for await (const some of chunks(transaction, file)) {
    rows.push(...(await stillTheSame(transaction, services, file, some)));
  }
  await write(transaction, services, file, rows);
  await end(transaction, services, { ...file, taken: rows.length });
}

/** Takes in the next rows that belong together. */
async function takePart(
  transaction: Transaction,
  services: Services,
  id: string,
  { together, inOrderOf }: InParts,
): Promise<void> {
  const [file] = await transaction.select().from(imports).where(eq(imports.id, id)).for('update');
  if (file?.state !== 'applying') return; // cancelled, or done by another
  const { rows } = await transaction.execute<StoredRow>(sql`
    with open as (
      select row, cells, verdict, before, after, after->>${together} as part, after->>${inOrderOf} as place
      from import_rows
      where import_id = ${id}::uuid and verdict in ('new', 'changed') and not taken
    ), next as (
      select part from open group by part order by min(place), part limit ${PARTS_AT_ONCE}
    )
    select row, cells, verdict, before, after from open
    where part in (select part from next) order by row`);
  if (rows.length > 0) {
    const judged = await stillTheSame(transaction, services, file, rows);
    await write(transaction, services, file, judged);
    const places = sql.param(rows.map(({ row }) => row));
    await transaction.execute(sql`
      update import_rows set taken = true
      where import_id = ${id}::uuid and row = any(${places}::int[])`);
    await transaction
      .update(imports)
      .set({ taken: file.taken + rows.length })
      .where(eq(imports.id, id));
    await addJob(transaction, APPLY_JOB, { import: id } satisfies ImportJob);
  } else {
    await end(transaction, services, file);
  }
}

/** So many sales take some seconds: small enough to cancel between, and that a killed process costs little. */
const PARTS_AT_ONCE = 250;

/** The rows as they are compared now. @throws {Outdated} where one would do something else than was shown */
async function stillTheSame(
  transaction: Transaction,
  services: Services,
  file: ImportRecord,
  some: readonly StoredRow[],
): Promise<ComparedRow[]> {
  const judged = await judgeRows(transaction, services, file, some);
  return judged.map((now, index) => {
    const seen = some[index];
    const same =
      seen?.verdict === now.verdict &&
      isDeepStrictEqual(seen.before, now.before) &&
      isDeepStrictEqual(seen.after, now.after);
    if (!same) throw new Outdated();
    return now;
  });
}

async function write(
  transaction: Transaction,
  services: Services,
  file: ImportRecord,
  rows: readonly ComparedRow[],
): Promise<void> {
  const of = { id: file.id, kind: 'file', name: file.fileName } as const;
  const actor = await changeMany(transaction, of, { id: file.byId, now: services.now() });
  await IMPORTED_KINDS[file.kind].apply(transaction, services, rows, { ...targetOf(file), actor });
}

async function end(
  transaction: Transaction,
  services: Services,
  { id, byId, kind, fileName, taken }: ImportRecord,
): Promise<void> {
  await transaction.update(imports).set({ state: 'applied', taken }).where(eq(imports.id, id));
  await transaction
    .update(importRows)
    .set({ taken: true })
    .where(and(eq(importRows.importId, id), inArray(importRows.verdict, ['new', 'changed'])));
  await record(
    transaction,
    { id: byId, now: services.now() },
    {
      kind: 'import',
      key: id,
      name: fileName,
      action: 'made',
      before: null,
      after: { kind, rows: taken },
    },
  );
}

type StoredRow = Pick<
  typeof importRows.$inferSelect,
  'row' | 'cells' | 'verdict' | 'before' | 'after'
>;

/** The rows that would do something, a job's worth at a time. */
async function* chunks(
  transaction: Transaction,
  { id }: ImportRecord,
): AsyncGenerator<StoredRow[]> {
  for (let last = 0; ;) {
    const rows = await transaction
      .select()
      .from(importRows)
      .where(
        and(
          eq(importRows.importId, id),
          gt(importRows.row, last),
          inArray(importRows.verdict, ['new', 'changed']),
        ),
      )
      .orderBy(asc(importRows.row))
      .limit(ROWS_A_JOB);
    if (rows.length > 0) yield rows;
    if (rows.length < ROWS_A_JOB) return;
    last = rows.at(-1)?.row ?? 0;
  }
}

async function readAnew(transaction: Transaction, id: string): Promise<void> {
  await transaction
    .update(importRows)
    .set({ verdict: null, key: null })
    .where(eq(importRows.importId, id));
  await transaction
    .update(imports)
    .set({
      state: 'reading',
      compared: 0,
      remark: 'Something changed since you reviewed this, so it is compared again.',
    })
    .where(eq(imports.id, id));
  await addJob(transaction, COMPARE_JOB, { import: id } satisfies ImportJob);
}
