import {
  changeLogQuerySchema,
  changeQuerySchema,
  type ChangeLogQuery,
  type ChangePage,
  type ChangeQuery,
  type ChangeRow,
  type Page,
  type PageAsked,
} from '@honest-ledger/contracts';
import { and, desc, eq, gte, ilike, lt } from 'drizzle-orm';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot, type Queries } from '../database/database';
import { countOf, inOrder, onPage } from '../database/pages';
import { containing, everyWordIn, inList, onDays } from '../database/patterns';
import { changes, users } from '../database/schema/index';
import type { PlatformServices } from '../services';

/** The record of changes, the latest first. */
export const changeRoutes: FastifyPluginCallback<PlatformServices> = (app, { database }, done) => {
  app.get<{ Querystring: ChangeQuery; Reply: ChangePage }>(
    '/changes',
    { config: { requires: 'look' }, schema: { querystring: changeQuerySchema } },
    (request) => snapshot(database, (queries) => findChanges(queries, request.query)),
  );

  app.get<{ Querystring: ChangeLogQuery; Reply: Page<ChangeRow> }>(
    '/change-log',
    { config: { requires: 'look' }, schema: { querystring: changeLogQuerySchema } },
    (request) => snapshot(database, (queries) => findInLog(queries, request.query)),
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
    changes: rows.slice(0, limit).map(toRow),
    more: rows.length > limit,
  };
}

/** A page of the log; it is counted in no order. */
async function findInLog(queries: Queries, query: ChangeLogQuery): Promise<Page<ChangeRow>> {
  const columns = {
    at: changes.at,
    by: users.name,
    kind: changes.objectKind,
    name: changes.objectName,
    action: changes.action,
  };
  const inOrderOf = selectLog(queries, query).orderBy(...inOrder(query, columns, changes.id));
  const rows = await onPage(inOrderOf.$dynamic(), query);
  return { rows: rows.map(toRow), total: await countOf(queries, selectLog(queries, query)) };
}

function selectLog(queries: Queries, query: Omit<ChangeLogQuery, keyof PageAsked>) {
  const { text, kind, key, changedFrom, changedTo } = query;
  return queries
    .select({ change: changes, by: users.name })
    .from(changes)
    .innerJoin(users, eq(users.id, changes.byId))
    .where(
      and(
        everyWordIn(text, [changes.objectName, changes.objectKey, users.name]),
        kind && inList(changes.objectKind, kind),
        key && inList(changes.objectKey, key),
        onDays(changes.at, changedFrom, changedTo),
      ),
    )
    .$dynamic();
}

function toRow({
  change,
  by,
}: {
  readonly change: typeof changes.$inferSelect;
  readonly by: string;
}): ChangeRow {
  return {
    id: change.id,
    at: change.at.toISOString(),
    by,
    kind: change.objectKind,
    key: change.objectKey,
    name: change.objectName,
    action: change.action,
    before: change.before,
    after: change.after,
  };
}
