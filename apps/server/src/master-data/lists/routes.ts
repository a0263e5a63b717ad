import {
  listEditSchema,
  listEntryParams,
  listParams,
  rateEditSchema,
  type ListEdit,
  type ListEntryParams,
  type ListParams,
  type ListRow,
  type RateEdit,
  type RateRow,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot, type Queries } from '../../platform/database/database';
import type { PlatformServices } from '../../platform/services';
import { actor } from '../../platform/session/plugin';
import { saveEntry } from './save-entry';
import { LISTS } from './lists';
import { findRates, saveRate } from '../currencies/rates';

/** What goods and customers are told apart by, and the rates of currencies. All are facts. */
export const listRoutes: FastifyPluginCallback<PlatformServices> = (app, services, done) => {
  const { database } = services;

  app.get<{ Params: ListParams; Reply: ListRow[] }>(
    '/lists/:list',
    { config: { requires: 'look' }, schema: { params: listParams } },
    (request) => snapshot(database, (queries) => readList(queries, request.params)),
  );

  app.put<{ Params: ListEntryParams; Body: ListEdit }>(
    '/lists/:list/:code',
    {
      config: { requires: 'editFacts' },
      schema: { params: listEntryParams, body: listEditSchema },
    },
    async (request, reply) => {
      await serializable(database, (transaction) =>
        saveEntry(transaction, request.params, request.body, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );

  app.get<{ Reply: RateRow[] }>('/rates', { config: { requires: 'look' } }, () =>
    snapshot(database, findRates),
  );

  app.put<{ Body: RateEdit }>(
    '/rates',
    { config: { requires: 'editFacts' }, schema: { body: rateEditSchema } },
    async (request, reply) => {
      await serializable(database, (transaction) =>
        saveRate(transaction, request.body, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );
  done();
};

async function readList(queries: Queries, { list }: ListParams): Promise<ListRow[]> {
  const entries = await LISTS[list].read(queries);
  return [...entries].map(([code, content]) => ({ code, ...content }));
}
