import {
  itemEditSchema,
  itemParams,
  type ItemEdit,
  type ItemForeseen,
  type ItemParams,
  type ItemView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { actor } from '../../platform/session/plugin';
import type { Services } from '../versions/services';
import { saveItem } from '../../master-data/catalogue/save-item';
import { foreseeItem } from './foresee-item';
import { readItem } from './item-page';

/** An item with what the setup makes of it, and what an edit of its facts would move. */
export const itemPriceRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Params: ItemParams; Reply: ItemView }>(
    '/items/:item',
    { config: { requires: 'look' }, schema: { params: itemParams } },
    (request) => snapshot(database, (queries) => readItem(queries, services, request.params.item)),
  );

  app.put<{ Params: ItemParams; Body: ItemEdit; Reply: ItemView }>(
    '/items/:item',
    { config: { requires: 'editFacts' }, schema: { params: itemParams, body: itemEditSchema } },
    (request) =>
      serializable(database, async (transaction) => {
        const { item } = request.params;
        await saveItem(transaction, item, request.body, actor(request, services));
        return readItem(transaction, services, item);
      }),
  );

  app.post<{ Params: ItemParams; Body: ItemEdit; Reply: ItemForeseen }>(
    '/items/:item/foresee',
    { config: { requires: 'editFacts' }, schema: { params: itemParams, body: itemEditSchema } },
    async (request) => {
      const { item } = request.params;
      const by = actor(request, services);
      return { moves: await foreseeItem(database, services, item, request.body, by) };
    },
  );
  done();
};
