import {
  deskQuestionSchema,
  lastPricesQuerySchema,
  type DeskAnswer,
  type DeskQuestion,
  type LastPrices,
  type LastPricesQuery,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../../platform/database/database';
import type { Services } from '../../setup/versions/services';
import { askDesk } from './ask';
import { lastPrices } from './last-prices';

/** Any price, without a document; and what was paid before. */
export const priceDeskRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.post<{ Body: DeskQuestion; Reply: DeskAnswer }>(
    '/price-desk',
    { config: { requires: 'look' }, schema: { body: deskQuestionSchema } },
    (request) => snapshot(database, (queries) => askDesk(queries, services, request.body)),
  );

  app.get<{ Querystring: LastPricesQuery; Reply: LastPrices }>(
    '/last-prices',
    { config: { requires: 'look' }, schema: { querystring: lastPricesQuerySchema } },
    (request) => snapshot(database, (queries) => lastPrices(queries, request.query)),
  );
  done();
};
