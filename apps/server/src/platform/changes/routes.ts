import { changeQuerySchema, type ChangePage, type ChangeQuery } from '@honest-ledger/contracts';
import { and, desc, eq, gte, ilike, lt } from 'drizzle-orm';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot, type Queries } from '../database/database';
import { containing } from '../database/patterns';
import { changes, users } from '../database/schema/index';
import type { PlatformServices } from '../services';

/** The record of changes, the latest first. */
export const changeRoutes: FastifyPluginCallback<PlatformServices> = (app, { database }, done) => {
  app.get<{ Querystring: ChangeQuery; Reply: ChangePage }>(
    '/changes',
    { config: { requires: 'look' }, schema: { querystring: changeQuerySchema } },
    (request) => snapshot(database, (queries) => findChanges(queries, request.query)),
  );
  done();
};

async function findChanges(
  queries: Queries,
  { kind, key, by, since, before, below, limit }: ChangeQuery,
): Promise<ChangePage> {
  const rows = await queries
    .select({ change: changes, by: users.name })
    .from(changes)
    .innerJoin(users, eq(users.id, changes.byId))
    .where(
      and(
        kind === undefined ? undefined : eq(changes.objectKind, kind),
        key === undefined ? undefined : eq(changes.objectKey, key),
        by ? ilike(users.name, containing(by)) : undefined,
        since === undefined ? undefined : gte(changes.at, new Date(since)),
        before === undefined ? undefined : lt(changes.at, new Date(before)),
        below === undefined ? undefined : lt(changes.id, below),
      ),
    )
    .orderBy(desc(changes.id))
    .limit(limit + 1);
  return {
    changes: rows.slice(0, limit).map(({ change, by: name }) => ({
      id: change.id,
      at: change.at.toISOString(),
      by: name,
      kind: change.objectKind,
      key: change.objectKey,
      name: change.objectName,
      action: change.action,
      before: change.before,
      after: change.after,
    })),
    more: rows.length > limit,
  };
}
