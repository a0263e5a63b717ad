import {
  salesBacktestAskedSchema,
  salesBacktestFileQuery,
  salesBacktestParams,
  salesBacktestQuerySchema,
  type SalesBacktestAsked,
  type SalesBacktestFileQuery,
  type SalesBacktestPage,
  type SalesBacktestParams,
  type SalesBacktestQuery,
  type SalesBacktestView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { sendTable } from '../../platform/files/write-table';
import type { Services } from '../../setup/versions/services';
import { actor } from '../../platform/session/plugin';
import { beginSalesBacktest, cancelSalesBacktest } from './begin';
import { findAllLinesAgain, findLinesAgain, findSalesBacktest, readSalesBacktest } from './queries';
import { salesBacktestTable } from './table';

/** Past sales priced again: begun, watched, cancelled, looked through, exported. */
export const salesBacktestRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: SalesBacktestView[] }>(
    '/sales-backtest',
    { config: { requires: 'seeCosts' } },
    () => snapshot(database, findSalesBacktest),
  );

  app.post<{ Body: SalesBacktestAsked; Reply: SalesBacktestView }>(
    '/sales-backtest',
    { config: { requires: 'seeCosts' }, schema: { body: salesBacktestAskedSchema } },
    async (request, reply) => {
      const by = actor(request, services);
      const view = await serializable(database, async (transaction) =>
        readSalesBacktest(transaction, await beginSalesBacktest(transaction, request.body, by)),
      );
      reply.code(201);
      return view;
    },
  );

  app.get<{ Params: SalesBacktestParams; Reply: SalesBacktestView }>(
    '/sales-backtest/:id',
    { config: { requires: 'seeCosts' }, schema: { params: salesBacktestParams } },
    (request) => snapshot(database, (queries) => readSalesBacktest(queries, request.params.id)),
  );

  app.post<{ Params: SalesBacktestParams; Reply: SalesBacktestView }>(
    '/sales-backtest/:id/cancel',
    { config: { requires: 'seeCosts' }, schema: { params: salesBacktestParams } },
    (request) =>
      serializable(database, async (transaction) => {
        await cancelSalesBacktest(transaction, request.params.id);
        return readSalesBacktest(transaction, request.params.id);
      }),
  );

  app.get<{
    Params: SalesBacktestParams;
    Querystring: SalesBacktestQuery;
    Reply: SalesBacktestPage;
  }>(
    '/sales-backtest/:id/lines',
    {
      config: { requires: 'seeCosts' },
      schema: { params: salesBacktestParams, querystring: salesBacktestQuerySchema },
    },
    (request) =>
      snapshot(database, (queries) => findLinesAgain(queries, request.params.id, request.query)),
  );

  app.get<{ Params: SalesBacktestParams; Querystring: SalesBacktestFileQuery }>(
    '/sales-backtest/:id/file',
    {
      config: { requires: 'seeCosts' },
      schema: { params: salesBacktestParams, querystring: salesBacktestFileQuery },
    },
    async (request, reply) => {
      const { id } = request.params;
      const { format, ...filter } = request.query;
      const table = await snapshot(database, async (queries) =>
        salesBacktestTable(
          await readSalesBacktest(queries, id),
          await findAllLinesAgain(queries, id, filter),
        ),
      );
      return sendTable(reply, table, format);
    },
  );
  done();
};
