import { itemQuerySchema, may, type ItemPage, type ItemQuery } from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../../platform/database/database';
import type { PlatformServices } from '../../platform/services';
import { signedIn } from '../../platform/session/plugin';
import { findItems, refuseCostsAsked } from './queries';

/** The catalogue as a list: searched, narrowed, sorted and paged. */
export const itemListRoutes: FastifyPluginCallback<PlatformServices> = (app, services, done) => {
  const { database } = services;

  app.get<{ Querystring: ItemQuery; Reply: ItemPage }>(
    '/items',
    { config: { requires: 'look' }, schema: { querystring: itemQuerySchema } },
    (request) => {
      const { query } = request;
      const withCosts = may(signedIn(request).role, 'seeCosts');
      if (!withCosts) refuseCostsAsked(query);
      return snapshot(database, (queries) =>
        findItems(queries, query, { now: services.now(), withCosts }),
      );
    },
  );
  done();
};
