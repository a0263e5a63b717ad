import { SHEETS } from '@honest-ledger/contracts';
import { and, asc, eq, isNull, min, sql } from 'drizzle-orm';
import { serializable, type Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { importRows, imports } from '../../platform/database/schema/index';
import { addJob } from '../../platform/jobs/add-job';
import type { Services } from '../../setup/versions/services';
import { IMPORTED_KINDS } from './kinds';
import type { Target } from './kind';
import { judge, type JudgedRow, type RowToJudge } from './verdicts';

/** The job that compares the next rows of a file, and asks for itself while there are more. */
export const COMPARE_JOB = 'compare-import';
export interface ImportJob {
  readonly import: string;
}

/** Small enough that progress shows, that a killed process costs little, and to cancel between. */
export const ROWS_A_JOB = 2000;

export type ImportRecord = typeof imports.$inferSelect;

/** Compares the next rows of a file with what is there. Nothing but the file's own rows is written. */
export async function compareRows(services: Services, { import: id }: ImportJob): Promise<void> {
  await serializable(services.database, async (transaction) => {
    const [file] = await transaction.select().from(imports).where(eq(imports.id, id)).for('update');
    if (file?.state !== 'reading') return; // cancelled, or done by another
    const rows = await transaction
      .select({ row: importRows.row, cells: importRows.cells })
      .from(importRows)
      .where(and(eq(importRows.importId, id), isNull(importRows.verdict)))
      .orderBy(asc(importRows.row))
      .limit(ROWS_A_JOB);
    if (rows.length > 0)
      await store(transaction, id, await judgeRows(transaction, services, file, rows));
    const more = rows.length === ROWS_A_JOB;
    if (!more) await IMPORTED_KINDS[file.kind].markTogether?.(transaction, id);
    await transaction
      .update(imports)
      .set({ compared: file.compared + rows.length, state: more ? 'reading' : 'ready' })
      .where(eq(imports.id, id));
    if (more) await addJob(transaction, COMPARE_JOB, { import: id } satisfies ImportJob);
  });
}

export const targetOf = ({ levelId, draftId }: ImportRecord): Target => ({
  level: levelId,
  draft: draftId,
});

/** What rows of a file would do as things stand. */
export async function judgeRows(
  transaction: Transaction,
  services: Services,
  file: ImportRecord,
  rows: readonly RowToJudge[],
): Promise<JudgedRow[]> {
  const comparison = await IMPORTED_KINDS[file.kind].compare(transaction, services, targetOf(file));
  const sheet = SHEETS[file.kind];
  const judged = await judge(sheet, file, rows, comparison, new Map());
  const earlier = await earlierRows(transaction, file.id, judged);
  return judged.map((one) => {
    const first = earlier.get(one.key);
    if (first === undefined || first >= one.row) return one;
    const sentence = `Row ${String(first)} is for the same already`;
    const problems = [...one.problems, { column: null, sentence }];
    return { ...one, problems, verdict: 'wrong' as const };
  });
}

/** The first row that each key has in the rows compared before. */
async function earlierRows(
  transaction: Transaction,
  id: string,
  judged: readonly JudgedRow[],
): Promise<ReadonlyMap<string, number>> {
  const rows = await transaction
    .select({ key: importRows.key, first: min(importRows.row) })
    .from(importRows)
    .where(
      and(
        eq(importRows.importId, id),
        inList(
          importRows.key,
          judged.map(({ key }) => key),
        ),
      ),
    )
    .groupBy(importRows.key);
  return new Map(
    rows.flatMap(({ key, first }) => (key === null || first === null ? [] : [[key, first]])),
  );
}

async function store(
  transaction: Transaction,
  id: string,
  judged: readonly JudgedRow[],
): Promise<void> {
  const column = <T>(value: (row: JudgedRow) => T) => sql.param(judged.map(value));
  const json = (value: unknown): string | null => (value === null ? null : JSON.stringify(value));
  await transaction.execute(
    sql`update import_rows as r
      set key = j.key, verdict = j.verdict, before = j.before, after = j.after, problems = j.problems
      from unnest(
        ${column(({ row }) => row)}::int[], ${column(({ key }) => key)}::text[],
        ${column(({ verdict }) => verdict)}::text[],
        ${column(({ before }) => json(before))}::jsonb[],
        ${column(({ after }) => json(after))}::jsonb[],
        ${column(({ problems }) => json(problems))}::jsonb[]
      ) as j (row, key, verdict, before, after, problems)
      where r.import_id = ${id}::uuid and r.row = j.row`,
  );
}
