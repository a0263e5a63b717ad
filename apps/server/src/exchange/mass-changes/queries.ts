import type { MassChangeQuery, MassChangeRow } from '@honest-ledger/contracts';
import { desc, eq, sql, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Queries } from '../../platform/database/database';
import {
  changes,
  documents,
  massChanges,
  massEdits,
  users,
} from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';

/** Changes of many things, the latest first. */
export function findMassChanges(
  queries: Queries,
  { kind, limit }: MassChangeQuery,
): Promise<MassChangeRow[]> {
  return massChangesWhere(
    queries,
    kind === undefined ? undefined : eq(massChanges.kind, kind),
    limit,
  );
}

export async function findMassChange(queries: Queries, id: string): Promise<MassChangeRow> {
  const [found] = await massChangesWhere(queries, eq(massChanges.id, id), 1);
  if (!found) throw notFound('This change');
  return found;
}

const THINGS = sql<number>`(
  (select count(*) from ${changes} c where c.mass_change_id = ${massChanges.id})
  + (select count(*) from ${massEdits} e where e.mass_change_id = ${massChanges.id})
  + (select count(*) from ${documents} d where d.mass_change_id = ${massChanges.id}))::int`;

async function massChangesWhere(
  queries: Queries,
  where: SQL | undefined,
  limit: number,
): Promise<MassChangeRow[]> {
  const undoer = alias(users, 'undoer');
  const rows = await queries
    .select({ change: massChanges, things: THINGS, by: users.name, undoneBy: undoer.name })
    .from(massChanges)
    .innerJoin(users, eq(users.id, massChanges.byId))
    .leftJoin(undoer, eq(undoer.id, massChanges.undoneBy))
    .where(where)
    .orderBy(desc(massChanges.at), desc(massChanges.id))
    .limit(limit);
  return rows.map(({ change: { id, kind, name, at, undoneAt }, things, by, undoneBy }) => ({
    id,
    kind,
    name,
    things,
    by,
    at: at.toISOString(),
    undone: undoneAt === null ? null : { by: undoneBy ?? '', at: undoneAt.toISOString() },
  }));
}
