import {
  itemParams,
  seenRevision,
  type CategoryRow,
  type ItemParams,
  type SeenRevision,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import type { PlatformServices } from '../../platform/services';
import { actor } from '../../platform/session/plugin';
import { deleteItem } from './save-item';
import { findCategories } from './queries';

export const catalogueRoutes: FastifyPluginCallback<PlatformServices> = (app, services, done) => {
  const { database } = services;

  app.delete<{ Params: ItemParams; Querystring: SeenRevision }>(
    '/items/:item',
    {
      config: { requires: 'editFacts' },
      schema: { params: itemParams, querystring: seenRevision },
    },
    async (request, reply) => {
      const by = actor(request, services);
      await serializable(database, (transaction) =>
        deleteItem(transaction, request.params.item, request.query, by),
      );
      return reply.code(204).send();
    },
  );

  app.get<{ Reply: CategoryRow[] }>('/categories', { config: { requires: 'look' } }, () =>
    snapshot(database, findCategories),
  );

  done();
};
