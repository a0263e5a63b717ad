import {
  itemCostsEditSchema,
  itemParams,
  type ItemCostsEdit,
  type ItemCostsView,
  type ItemParams,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import type { PlatformServices } from '../../platform/services';
import { actor } from '../../platform/session/plugin';
import { viewItemCosts } from './item-costs';
import { saveItemCosts } from './save-item-costs';

/** What items cost, and who delivers them. */
export const costRoutes: FastifyPluginCallback<PlatformServices> = (app, services, done) => {
  const { database } = services;

  app.get<{ Params: ItemParams; Reply: ItemCostsView }>(
    '/items/:item/costs',
    { config: { requires: 'seeCosts' }, schema: { params: itemParams } },
    (request) =>
      snapshot(database, (queries) => viewItemCosts(queries, services, request.params.item)),
  );

  app.put<{ Params: ItemParams; Body: ItemCostsEdit; Reply: ItemCostsView }>(
    '/items/:item/costs',
    {
      config: { requires: 'editFacts' },
      schema: { params: itemParams, body: itemCostsEditSchema },
    },
    (request) =>
      serializable(database, async (transaction) => {
        const { item } = request.params;
        await saveItemCosts(transaction, item, request.body, actor(request, services));
        return viewItemCosts(transaction, services, item);
      }),
  );
  done();
};
