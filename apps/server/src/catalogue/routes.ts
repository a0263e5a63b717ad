import {
  itemEditSchema,
  itemParams,
  itemQuerySchema,
  seenRevision,
  type CategoryRow,
  type GoodsGroups,
  type ItemEdit,
  type ItemForeseen,
  type ItemPage,
  type ItemParams,
  type ItemQuery,
  type ItemView,
  type SeenRevision,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../database/database';
import type { Services } from '../services';
import { actor } from '../session/plugin';
import { foreseeItem } from './foresee-item';
import { readItem } from './item-page';
import { deleteItem, keepItem } from './keep-item';
import { findCategories, findGroups, findItems } from './queries';

export const catalogueRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Querystring: ItemQuery; Reply: ItemPage }>(
    '/items',
    { config: { may: 'look' }, schema: { querystring: itemQuerySchema } },
    (request) => snapshot(database, (queries) => findItems(queries, request.query)),
  );

  app.get<{ Params: ItemParams; Reply: ItemView }>(
    '/items/:item',
    { config: { may: 'look' }, schema: { params: itemParams } },
    (request) => snapshot(database, (queries) => readItem(queries, services, request.params.item)),
  );

  app.put<{ Params: ItemParams; Body: ItemEdit; Reply: ItemView }>(
    '/items/:item',
    { config: { may: 'editFacts' }, schema: { params: itemParams, body: itemEditSchema } },
    (request) =>
      serializable(database, async (transaction) => {
        const { item } = request.params;
        await keepItem(transaction, item, request.body, actor(request, services));
        return readItem(transaction, services, item);
      }),
  );

  app.delete<{ Params: ItemParams; Querystring: SeenRevision }>(
    '/items/:item',
    { config: { may: 'editFacts' }, schema: { params: itemParams, querystring: seenRevision } },
    async (request, reply) => {
      const by = actor(request, services);
      await serializable(database, (transaction) =>
        deleteItem(transaction, request.params.item, request.query, by),
      );
      return reply.code(204).send();
    },
  );

  app.post<{ Params: ItemParams; Body: ItemEdit; Reply: ItemForeseen }>(
    '/items/:item/foresee',
    { config: { may: 'editFacts' }, schema: { params: itemParams, body: itemEditSchema } },
    async (request) => {
      const { item } = request.params;
      const by = actor(request, services);
      return { moves: await foreseeItem(database, services, item, request.body, by) };
    },
  );

  app.get<{ Reply: CategoryRow[] }>('/categories', { config: { may: 'look' } }, () =>
    snapshot(database, findCategories),
  );

  app.get<{ Reply: GoodsGroups }>('/goods-groups', { config: { may: 'look' } }, () =>
    snapshot(database, findGroups),
  );
  done();
};
