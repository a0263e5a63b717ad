import {
  salesAgainAskedSchema,
  salesAgainFileQuery,
  salesAgainParams,
  salesAgainQuerySchema,
  type SalesAgainAsked,
  type SalesAgainFileQuery,
  type SalesAgainPage,
  type SalesAgainParams,
  type SalesAgainQuery,
  type SalesAgainView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { sendTable } from '../../platform/files/write-table';
import type { Services } from '../../setup/versions/services';
import { actor } from '../../platform/session/plugin';
import { beginSalesAgain, cancelSalesAgain } from './begin';
import { findAllLinesAgain, findLinesAgain, findSalesAgain, readSalesAgain } from './queries';
import { salesAgainTable } from './table';

/** Past sales priced again: begun, watched, cancelled, looked through, exported. */
export const salesAgainRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: SalesAgainView[] }>('/sales-again', { config: { may: 'seeCosts' } }, () =>
    snapshot(database, findSalesAgain),
  );

  app.post<{ Body: SalesAgainAsked; Reply: SalesAgainView }>(
    '/sales-again',
    { config: { may: 'seeCosts' }, schema: { body: salesAgainAskedSchema } },
    async (request, reply) => {
      const by = actor(request, services);
      const view = await serializable(database, async (transaction) =>
        readSalesAgain(transaction, await beginSalesAgain(transaction, request.body, by)),
      );
      reply.code(201);
      return view;
    },
  );

  app.get<{ Params: SalesAgainParams; Reply: SalesAgainView }>(
    '/sales-again/:id',
    { config: { may: 'seeCosts' }, schema: { params: salesAgainParams } },
    (request) => snapshot(database, (queries) => readSalesAgain(queries, request.params.id)),
  );

  app.post<{ Params: SalesAgainParams; Reply: SalesAgainView }>(
    '/sales-again/:id/cancel',
    { config: { may: 'seeCosts' }, schema: { params: salesAgainParams } },
    (request) =>
      serializable(database, async (transaction) => {
        await cancelSalesAgain(transaction, request.params.id);
        return readSalesAgain(transaction, request.params.id);
      }),
  );

  app.get<{ Params: SalesAgainParams; Querystring: SalesAgainQuery; Reply: SalesAgainPage }>(
    '/sales-again/:id/lines',
    {
      config: { may: 'seeCosts' },
      schema: { params: salesAgainParams, querystring: salesAgainQuerySchema },
    },
    (request) =>
      snapshot(database, (queries) => findLinesAgain(queries, request.params.id, request.query)),
  );

  app.get<{ Params: SalesAgainParams; Querystring: SalesAgainFileQuery }>(
    '/sales-again/:id/file',
    {
      config: { may: 'seeCosts' },
      schema: { params: salesAgainParams, querystring: salesAgainFileQuery },
    },
    async (request, reply) => {
      const { id } = request.params;
      const { format, ...filter } = request.query;
      const table = await snapshot(database, async (queries) =>
        salesAgainTable(
          await readSalesAgain(queries, id),
          await findAllLinesAgain(queries, id, filter),
        ),
      );
      return sendTable(reply, table, format);
    },
  );
  done();
};
