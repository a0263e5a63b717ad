import type { MassChangeQuery, MassChangeRow } from '@honest-ledger/contracts';
import { desc, eq, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Queries } from '../database/database';
import { massChanges, users } from '../database/schema/index';
import { notFound } from '../http/problems';

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

async function massChangesWhere(
  queries: Queries,
  where: SQL | undefined,
  limit: number,
): Promise<MassChangeRow[]> {
  const undoer = alias(users, 'undoer');
  const rows = await queries
    .select({ change: massChanges, by: users.name, undoneBy: undoer.name })
    .from(massChanges)
    .innerJoin(users, eq(users.id, massChanges.byId))
    .leftJoin(undoer, eq(undoer.id, massChanges.undoneBy))
    .where(where)
    .orderBy(desc(massChanges.at), desc(massChanges.id))
    .limit(limit);
  return rows.map(({ change: { id, kind, name, at, undoneAt }, by, undoneBy }) => ({
    id,
    kind,
    name,
    by,
    at: at.toISOString(),
    undone: undoneAt === null ? null : { by: undoneBy ?? '', at: undoneAt.toISOString() },
  }));
}
