import {
  applyPriceChangeSchema,
  repricedDecisionsSchema,
  repricedFileQuery,
  repricedQuery,
  priceChangeContentSchema,
  priceChangeEditSchema,
  priceChangeParams,
  type ApplyPriceChange,
  type RepricedAnswer,
  type RepricedDecisions,
  type RepricedFileQuery,
  type RepricedPage,
  type RepricedQuery,
  type PriceChangeContent,
  type PriceChangeEdit,
  type PriceChangeParams,
  type PriceChangeRow,
  type PriceChangeView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { sendTable } from '../../platform/files/write-table';
import { findLevels } from '../../setup/levels/queries';
import type { Services } from '../../setup/versions/services';
import { actor } from '../../platform/session/plugin';
import { applyPriceChange } from './apply';
import { beginPriceChange, decideRows, discardPriceChange, savePriceChange } from './save';
import { findAllRows, findPriceChanges, findRows, readPriceChange, rowsAt } from './queries';
import { repricedTable } from './table';
import { undoPriceChange } from './undo';

/** Many prices changed at once: worked out row by row, looked through, put into a draft, undone. */
export const priceChangeRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: PriceChangeRow[] }>('/price-changes', { config: { requires: 'seeCosts' } }, () =>
    snapshot(database, findPriceChanges),
  );

  app.post<{ Body: PriceChangeContent; Reply: PriceChangeView }>(
    '/price-changes',
    { config: { requires: 'editSetup' }, schema: { body: priceChangeContentSchema } },
    async (request, reply) => {
      const by = actor(request, services);
      const view = await serializable(database, async (transaction) => {
        const id = await beginPriceChange(transaction, services, request.body, by);
        return readPriceChange(transaction, id, by.id);
      });
      reply.code(201);
      return view;
    },
  );

  app.get<{ Params: PriceChangeParams; Reply: PriceChangeView }>(
    '/price-changes/:id',
    { config: { requires: 'seeCosts' }, schema: { params: priceChangeParams } },
    (request) =>
      snapshot(database, (queries) =>
        readPriceChange(queries, request.params.id, actor(request, services).id),
      ),
  );

  app.put<{ Params: PriceChangeParams; Body: PriceChangeEdit; Reply: PriceChangeView }>(
    '/price-changes/:id',
    {
      config: { requires: 'editSetup' },
      schema: { params: priceChangeParams, body: priceChangeEditSchema },
    },
    (request) => {
      const { id } = request.params;
      const by = actor(request, services);
      return serializable(database, async (transaction) => {
        await savePriceChange(transaction, services, id, request.body, by);
        return readPriceChange(transaction, id, by.id);
      });
    },
  );

  app.delete<{ Params: PriceChangeParams }>(
    '/price-changes/:id',
    { config: { requires: 'editSetup' }, schema: { params: priceChangeParams } },
    async (request, reply) => {
      await serializable(database, (transaction) =>
        discardPriceChange(transaction, request.params.id, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );

  app.get<{ Params: PriceChangeParams; Querystring: RepricedQuery; Reply: RepricedPage }>(
    '/price-changes/:id/rows',
    {
      config: { requires: 'seeCosts' },
      schema: { params: priceChangeParams, querystring: repricedQuery },
    },
    (request) =>
      snapshot(database, (queries) => findRows(queries, request.params.id, request.query)),
  );

  app.put<{ Params: PriceChangeParams; Body: RepricedDecisions; Reply: RepricedAnswer }>(
    '/price-changes/:id/rows',
    {
      config: { requires: 'editSetup' },
      schema: { params: priceChangeParams, body: repricedDecisionsSchema },
    },
    (request) => {
      const { id } = request.params;
      const by = actor(request, services);
      const { body } = request;
      return serializable(database, async (transaction) => {
        await decideRows(transaction, services, id, body, by);
        return {
          priceChange: await readPriceChange(transaction, id, by.id),
          rows: await rowsAt(
            transaction,
            id,
            body.rows.map(({ row }) => row),
          ),
        };
      });
    },
  );

  app.post<{ Params: PriceChangeParams; Body: ApplyPriceChange; Reply: PriceChangeView }>(
    '/price-changes/:id/apply',
    {
      config: { requires: 'editSetup' },
      schema: { params: priceChangeParams, body: applyPriceChangeSchema },
    },
    async (request) => {
      const { id } = request.params;
      const by = actor(request, services);
      await applyPriceChange(services, id, request.body, by);
      return snapshot(database, (queries) => readPriceChange(queries, id, by.id));
    },
  );

  app.post<{ Params: PriceChangeParams; Reply: PriceChangeView }>(
    '/price-changes/:id/undo',
    { config: { requires: 'editSetup' }, schema: { params: priceChangeParams } },
    (request) => {
      const { id } = request.params;
      const by = actor(request, services);
      return serializable(
        database,
        async (transaction) => {
          await undoPriceChange(transaction, services, id, by);
          return readPriceChange(transaction, id, by.id);
        },
        'drafts',
      );
    },
  );

  app.get<{ Params: PriceChangeParams; Querystring: RepricedFileQuery }>(
    '/files/price-changes/:id',
    {
      config: { requires: 'seeCosts' },
      schema: { params: priceChangeParams, querystring: repricedFileQuery },
    },
    async (request, reply) => {
      const { format, ...query } = request.query;
      const { id } = request.params;
      const table = await snapshot(database, async (queries) => {
        const view = await readPriceChange(queries, id, actor(request, services).id);
        const levels = await findLevels(queries);
        const names = new Map(levels.map((level) => [level.id, level.content.name]));
        return repricedTable(view, await findAllRows(queries, id, query), names);
      });
      return sendTable(reply, table, format);
    },
  );
  done();
};
