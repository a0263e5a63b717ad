import { ROWS_AT_ONCE } from '../../platform/database/batches';
import type {
  ImportRow,
  ImportRowPage,
  ImportRowQuery,
  ImportView,
  RowVerdict,
} from '@honest-ledger/contracts';
import { and, asc, count, desc, eq, isNotNull, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { importRows, imports, users } from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';
import { findLevel } from '../../setup/levels/queries';
import { IMPORTED_KINDS } from './kinds';

/** How many files the list shows; older ones stay on record. */
const LISTED = 50;

export async function findImport(queries: Queries, id: string): Promise<ImportView> {
  const [found] = await importsWhere(queries, eq(imports.id, id));
  if (!found) throw notFound('This file');
  return found;
}

/** The files that were sent in, the latest first. */
export function findImports(queries: Queries): Promise<ImportView[]> {
  return importsWhere(queries, undefined);
}

async function importsWhere(queries: Queries, where: SQL | undefined): Promise<ImportView[]> {
  const rows = await queries
    .select({ file: imports, by: users.name })
    .from(imports)
    .innerJoin(users, eq(users.id, imports.byId))
    .where(where)
    .orderBy(desc(imports.at), desc(imports.id))
    .limit(LISTED);
  const views: ImportView[] = [];
  for (const { file, by } of rows) {
    views.push({
      id: file.id,
      kind: file.kind,
      level: file.levelId === null ? null : await levelName(queries, file.levelId),
      fileName: file.fileName,
      state: file.state,
      format: file.format,
      remark: file.remark,
      columns: file.columns,
      rows: file.rows,
      compared: file.compared,
      taken: file.taken,
      inParts: IMPORTED_KINDS[file.kind].inParts !== undefined,
      ...(await countsOf(queries, file.id)),
      by,
      at: file.at.toISOString(),
    });
  }
  return views;
}

async function levelName(queries: Queries, id: string): Promise<{ id: string; name: string }> {
  const level = await findLevel(queries, id);
  return { id, name: (level?.draft?.content ?? level?.published)?.name ?? 'a level no more there' };
}

async function countsOf(
  queries: Queries,
  id: string,
): Promise<Pick<ImportView, 'counts' | 'left'>> {
  const rows = await queries
    .select({
      verdict: importRows.verdict,
      rows: count(),
      left: sql<number>`count(*) filter (where not ${importRows.taken})::int`,
    })
    .from(importRows)
    .where(and(eq(importRows.importId, id), isNotNull(importRows.verdict)))
    .groupBy(importRows.verdict);
  const of = (verdict: RowVerdict): number =>
    rows.find((row) => row.verdict === verdict)?.rows ?? 0;
  return {
    counts: {
      new: of('new'),
      changed: of('changed'),
      unchanged: of('unchanged'),
      wrong: of('wrong'),
    },
    left: rows.reduce(
      (sum, { verdict, left }) => (verdict === 'new' || verdict === 'changed' ? sum + left : sum),
      0,
    ),
  };
}

/** A page of a file's rows with what each would do. */
export async function findRows(
  queries: Queries,
  id: string,
  { verdict, offset, limit }: ImportRowQuery,
): Promise<ImportRowPage> {
  const where = and(
    eq(importRows.importId, id),
    verdict === undefined ? isNotNull(importRows.verdict) : eq(importRows.verdict, verdict),
  );
  const [counted] = await queries.select({ total: count() }).from(importRows).where(where);
  const rows = await queries
    .select()
    .from(importRows)
    .where(where)
    .orderBy(asc(importRows.row))
    .limit(limit)
    .offset(offset);
  return { rows: rows.flatMap(toRow), total: counted?.total ?? 0 };
}

/** All rows of a file with what each would do, some at a time. */
export async function* allRows(queries: Queries, id: string): AsyncGenerator<ImportRow> {
  for (let last = 0; ;) {
    const rows = await queries
      .select()
      .from(importRows)
      .where(and(eq(importRows.importId, id), sql`${importRows.row} > ${last}`))
      .orderBy(asc(importRows.row))
      .limit(ROWS_AT_ONCE);
    yield* rows.flatMap(toRow);
    if (rows.length < ROWS_AT_ONCE) return;
    last = rows.at(-1)?.row ?? 0;
  }
}

function toRow(row: typeof importRows.$inferSelect): ImportRow[] {
  const { verdict, before, after, problems } = row;
  if (verdict === null) return [];
  return [{ row: row.row, verdict, before, after: after ?? {}, problems: problems ?? [] }];
}
