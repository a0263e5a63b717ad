import {
  customerContentSchema,
  customerParams,
  levelGivingSchema,
  priceListQuery,
  seenLevelGivingSchema,
  type CustomerContent,
  type CustomerParams,
  type CustomerPreview,
  type LevelGiven,
  type LevelGiving,
  type LevelGivingPreview,
  type PriceListPage,
  type PriceListQuery,
  type SeenLevelGiving,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { actor } from '../../platform/session/plugin';
import type { Services } from '../versions/services';
import { giveLevel, previewGiving } from './give-level';
import { previewCustomer, priceList } from './price-list';

/** What customers pay for the catalogue, and what another level or segment would make of it. */
export const customerPriceRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Params: CustomerParams; Querystring: PriceListQuery; Reply: PriceListPage }>(
    '/customers/:code/prices',
    {
      config: { requires: 'look' },
      schema: { params: customerParams, querystring: priceListQuery },
    },
    (request) =>
      snapshot(database, (queries) =>
        priceList(queries, services, request.params.code, request.query),
      ),
  );

  app.post<{ Params: CustomerParams; Body: CustomerContent; Reply: CustomerPreview }>(
    '/customers/:code/preview',
    {
      config: { requires: 'editFacts' },
      schema: { params: customerParams, body: customerContentSchema },
    },
    (request) =>
      snapshot(database, (queries) =>
        previewCustomer(queries, services, request.params.code, request.body),
      ),
  );

  app.post<{ Body: LevelGiving; Reply: LevelGivingPreview }>(
    '/customer-levels/preview',
    { config: { requires: 'editFacts' }, schema: { body: levelGivingSchema } },
    (request) => snapshot(database, (queries) => previewGiving(queries, services, request.body)),
  );

  app.put<{ Body: SeenLevelGiving; Reply: LevelGiven }>(
    '/customer-levels',
    { config: { requires: 'editFacts' }, schema: { body: seenLevelGivingSchema } },
    (request) =>
      serializable(database, (transaction) =>
        giveLevel(transaction, request.body, actor(request, services)),
      ),
  );
  done();
};
