import { itemQuerySchema, may, type ItemPage, type ItemQuery } from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { findItems, refuseCostsAsked } from '../../master-data/item-list/queries';
import { snapshot } from '../../platform/database/database';
import { signedIn } from '../../platform/session/plugin';
import type { Services } from '../versions/services';
import { withLevelPrices } from './at-levels';

/** The catalogue as a list: searched, narrowed, sorted and paged, with prices at levels. */
export const itemListRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Querystring: ItemQuery; Reply: ItemPage }>(
    '/items',
    { config: { requires: 'look' }, schema: { querystring: itemQuerySchema } },
    (request) => {
      const { level = [], ...query } = request.query;
      const withCosts = may(signedIn(request).role, 'seeCosts');
      if (!withCosts) refuseCostsAsked(query);
      return snapshot(database, async (queries) => {
        const page = await findItems(queries, query, { now: services.now(), withCosts });
        return level.length === 0 ? page : withLevelPrices(queries, services, page, level);
      });
    },
  );
  done();
};
