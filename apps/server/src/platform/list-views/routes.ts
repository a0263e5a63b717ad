import {
  listLayoutSchema,
  listOfViews,
  listViewParams,
  listViewSchema,
  type ListLayout,
  type ListView,
  type ListViewContent,
  type ListViewParams,
  type ListViews,
} from '@honest-ledger/contracts';
import { and, asc, count, eq, ne, or } from 'drizzle-orm';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot, type Queries, type Transaction } from '../database/database';
import { listViews, users } from '../database/schema/index';
import { notFound, refused } from '../http/problems';
import type { PlatformServices } from '../services';
import { signedIn } from '../session/plugin';

/** The most that one person saves of one list. */
const MAX_VIEWS = 50;
/** The name under which the columns are kept as they were left. */
const LAYOUT = '';

type OfList = Pick<ListViewParams, 'list'>;

/** Lists as people saved them: their columns, and what narrows and sorts them under a name. */
export const listViewRoutes: FastifyPluginCallback<PlatformServices> = (app, services, done) => {
  const { database } = services;

  app.get<{ Params: OfList; Reply: ListViews }>(
    '/list-views/:list',
    { config: { requires: 'look' }, schema: { params: listOfViews } },
    (request) =>
      snapshot(database, (queries) => viewsOf(queries, request.params, signedIn(request).id)),
  );

  app.put<{ Params: OfList; Body: ListLayout }>(
    '/list-views/:list/layout',
    { config: { requires: 'look' }, schema: { params: listOfViews, body: listLayoutSchema } },
    async (request, reply) => {
      const { columns } = request.body;
      const { id: ownerId } = signedIn(request);
      await database
        .insert(listViews)
        .values({ ownerId, list: request.params.list, name: LAYOUT, columns })
        .onConflictDoUpdate({
          target: [listViews.ownerId, listViews.list, listViews.name],
          set: { columns },
        });
      return reply.code(204).send();
    },
  );

  app.post<{ Params: OfList; Body: ListViewContent; Reply: ListView }>(
    '/list-views/:list',
    { config: { requires: 'look' }, schema: { params: listOfViews, body: listViewSchema } },
    (request) => {
      const { id: ownerId, name: by } = signedIn(request);
      const { list } = request.params;
      return serializable(database, async (transaction) => {
        await refuseTooMany(transaction, list, ownerId);
        await refuseTwice(transaction, list, ownerId, request.body.name);
        const [made] = await transaction
          .insert(listViews)
          .values({ ...request.body, ownerId, list })
          .returning({ id: listViews.id });
        if (!made) throw new Error('a view that was saved has no id');
        return { ...request.body, id: made.id, by, own: true };
      });
    },
  );

  app.put<{ Params: ListViewParams; Body: ListViewContent; Reply: ListView }>(
    '/list-views/:list/:id',
    { config: { requires: 'look' }, schema: { params: listViewParams, body: listViewSchema } },
    (request) => {
      const { id: ownerId, name: by } = signedIn(request);
      const { list, id } = request.params;
      return serializable(database, async (transaction) => {
        await refuseTwice(transaction, list, ownerId, request.body.name, id);
        const changed = await transaction
          .update(listViews)
          .set(request.body)
          .where(ownView(request.params, ownerId))
          .returning({ id: listViews.id });
        if (changed.length === 0) throw notFound('A view of yours under this id');
        return { ...request.body, id, by, own: true };
      });
    },
  );

  app.delete<{ Params: ListViewParams }>(
    '/list-views/:list/:id',
    { config: { requires: 'look' }, schema: { params: listViewParams } },
    async (request, reply) => {
      const gone = await database
        .delete(listViews)
        .where(ownView(request.params, signedIn(request).id))
        .returning({ id: listViews.id });
      if (gone.length === 0) throw notFound('A view of yours under this id');
      return reply.code(204).send();
    },
  );
  done();
};

async function viewsOf(queries: Queries, { list }: OfList, userId: number): Promise<ListViews> {
  const rows = await queries
    .select({ view: listViews, by: users.name })
    .from(listViews)
    .innerJoin(users, eq(users.id, listViews.ownerId))
    .where(
      and(eq(listViews.list, list), or(eq(listViews.ownerId, userId), eq(listViews.shared, true))),
    )
    .orderBy(asc(listViews.name), asc(users.name));
  const layout = rows.find(({ view }) => view.name === LAYOUT && view.ownerId === userId);
  return {
    layout: layout?.view.columns ?? null,
    views: rows
      .filter(({ view }) => view.name !== LAYOUT)
      .map(({ view: { id, name, shared, params, columns, ownerId }, by }) => ({
        id,
        name,
        shared,
        params,
        columns,
        by,
        own: ownerId === userId,
      })),
  };
}

const ownView = ({ list, id }: ListViewParams, ownerId: number) =>
  and(
    eq(listViews.id, id),
    eq(listViews.list, list),
    eq(listViews.ownerId, ownerId),
    ne(listViews.name, LAYOUT),
  );

async function refuseTooMany(
  transaction: Transaction,
  list: ListViewParams['list'],
  ownerId: number,
): Promise<void> {
  const [had] = await transaction
    .select({ views: count() })
    .from(listViews)
    .where(and(eq(listViews.ownerId, ownerId), eq(listViews.list, list)));
  if ((had?.views ?? 0) <= MAX_VIEWS) return;
  const sentence = `You have ${String(MAX_VIEWS)} views of this list. Delete one first.`;
  throw refused([{ path: 'name', sentence }]);
}

/** @param except the view that keeps its name */
async function refuseTwice(
  transaction: Transaction,
  list: ListViewParams['list'],
  ownerId: number,
  name: string,
  except?: string,
): Promise<void> {
  const named = and(
    eq(listViews.ownerId, ownerId),
    eq(listViews.list, list),
    eq(listViews.name, name),
    except === undefined ? undefined : ne(listViews.id, except),
  );
  const same = await transaction.select({ id: listViews.id }).from(listViews).where(named);
  if (same.length === 0) return;
  throw refused([
    { path: 'name', sentence: `You have a view called ${name}. Choose another name.` },
  ]);
}
