import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { record } from '../changes/record';
import { postgresCode, serializable, type Database, type Transaction } from '../database/database';
import { importRows, imports } from '../database/schema/index';
import { Problem } from '../http/problems';
import { addJob } from '../jobs/add-job';
import type { Services } from '../services';
import {
  COMPARE_JOB,
  judgeRows,
  ROWS_A_JOB,
  targetOf,
  type ImportJob,
  type ImportRecord,
} from './compare-rows';
import { IMPORTED_KINDS } from './kinds';
import type { ComparedRow } from './verdicts';

/** The job that takes a file in, whole or not at all. */
export const APPLY_JOB = 'apply-import';

/** What was looked through is not what would be done any more. */
class Outdated extends Error {}

/**
 * Takes a file in, in one transaction. Every row is compared once more: where one would now do
 * something else than was shown, nothing is taken in and the file is compared anew.
 * @param last whether the job is not tried again where it fails
 */
export async function applyImport(
  services: Services,
  { import: id }: ImportJob,
  last: boolean,
): Promise<void> {
  const { database } = services;
  try {
    const work = (transaction: Transaction): Promise<void> => takeIn(transaction, services, id);
    await serializable(database, work, (await writesDrafts(database, id)) ? 'drafts' : null);
  } catch (error) {
    if (error instanceof Outdated) {
      await database.transaction((transaction) => readAnew(transaction, id));
    } else if (error instanceof Problem || postgresCode(error) === UNIQUE_VIOLATION || last) {
      const why = error instanceof Problem ? error.detail : remarkOf(error);
      await database
        .update(imports)
        .set({ state: 'failed', remark: `${why} Nothing of the file was taken in.` })
        .where(and(eq(imports.id, id), eq(imports.state, 'applying')));
      if (last) throw error;
    } else {
      throw error;
    }
  }
}

/** True where what is taken in is an edit of a draft. */
async function writesDrafts(database: Database, id: string): Promise<boolean> {
  const [found] = await database
    .select({ kind: imports.kind })
    .from(imports)
    .where(eq(imports.id, id));
  return found !== undefined && OF_DRAFTS.has(found.kind);
}

const OF_DRAFTS: ReadonlySet<(typeof imports.$inferSelect)['kind']> = new Set([
  'items',
  'agreements',
  'levelPrices',
]);

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
    const judged = await judgeRows(transaction, services, file, some);
    judged.forEach((now, index) => {
      const seen = some[index];
      const same =
        seen?.verdict === now.verdict &&
        isDeepStrictEqual(seen.before, now.before) &&
        isDeepStrictEqual(seen.after, now.after);
      if (!same) throw new Outdated();
      rows.push(now);
    });
  }
  const actor = { id: file.byId, now: services.now() };
  await IMPORTED_KINDS[file.kind].apply(transaction, services, rows, { ...targetOf(file), actor });
  await transaction.update(imports).set({ state: 'applied' }).where(eq(imports.id, id));
  await record(transaction, actor, {
    kind: 'import',
    key: id,
    name: file.fileName,
    action: 'made',
    before: null,
    after: { kind: file.kind, rows: rows.length },
  });
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
      remark: 'Something has changed since this was looked through, so it is compared anew.',
    })
    .where(eq(imports.id, id));
  await addJob(transaction, COMPARE_JOB, { import: id } satisfies ImportJob);
}
