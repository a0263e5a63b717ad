import {
  itemParams,
  itemQuerySchema,
  type CategoryRow,
  type GoodsGroups,
  type ItemPage,
  type ItemParams,
  type ItemQuery,
  type ItemView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../database/database';
import type { Services } from '../services';
import { readItem } from './item-page';
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

  app.get<{ Reply: CategoryRow[] }>('/categories', { config: { may: 'look' } }, () =>
    snapshot(database, findCategories),
  );

  app.get<{ Reply: GoodsGroups }>('/goods-groups', { config: { may: 'look' } }, () =>
    snapshot(database, findGroups),
  );
  done();
};
