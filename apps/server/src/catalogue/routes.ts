import {
  itemQuerySchema,
  type CategoryRow,
  type ItemPage,
  type ItemQuery,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../database/database';
import type { Services } from '../services';
import { findCategories, findItems } from './queries';

export const catalogueRoutes: FastifyPluginCallback<Services> = (app, { database }, done) => {
  app.get<{ Querystring: ItemQuery; Reply: ItemPage }>(
    '/items',
    { schema: { querystring: itemQuerySchema } },
    (request) => snapshot(database, (queries) => findItems(queries, request.query)),
  );

  app.get<{ Reply: CategoryRow[] }>('/categories', () =>
    snapshot(database, (queries) => findCategories(queries)),
  );
  done();
};
