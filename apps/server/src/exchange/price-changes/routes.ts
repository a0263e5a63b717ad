import {
  applyRepricingSchema,
  repricedDecisionsSchema,
  repricedFileQuery,
  repricedQuery,
  repricingContentSchema,
  repricingEditSchema,
  repricingParams,
  type ApplyRepricing,
  type RepricedAnswer,
  type RepricedDecisions,
  type RepricedFileQuery,
  type RepricedPage,
  type RepricedQuery,
  type RepricingContent,
  type RepricingEdit,
  type RepricingParams,
  type RepricingRow,
  type RepricingView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { sendTable } from '../../platform/files/write-table';
import { findLevels } from '../../setup/levels/queries';
import type { Services } from '../../setup/versions/services';
import { actor } from '../../platform/session/plugin';
import { applyRepricing } from './apply';
import { beginRepricing, decideRows, discardRepricing, keepRepricing } from './keep';
import { findAllRows, findRepricings, findRows, readRepricing, rowsAt } from './queries';
import { repricedTable } from './table';
import { undoRepricing } from './undo';

/** Many prices changed at once: worked out row by row, looked through, put into a draft, undone. */
export const repricingRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: RepricingRow[] }>('/repricings', { config: { may: 'seeCosts' } }, () =>
    snapshot(database, findRepricings),
  );

  app.post<{ Body: RepricingContent; Reply: RepricingView }>(
    '/repricings',
    { config: { may: 'editSetup' }, schema: { body: repricingContentSchema } },
    async (request, reply) => {
      const by = actor(request, services);
      const view = await serializable(database, async (transaction) => {
        const id = await beginRepricing(transaction, services, request.body, by);
        return readRepricing(transaction, id, by.id);
      });
      reply.code(201);
      return view;
    },
  );

  app.get<{ Params: RepricingParams; Reply: RepricingView }>(
    '/repricings/:id',
    { config: { may: 'seeCosts' }, schema: { params: repricingParams } },
    (request) =>
      snapshot(database, (queries) =>
        readRepricing(queries, request.params.id, actor(request, services).id),
      ),
  );

  app.put<{ Params: RepricingParams; Body: RepricingEdit; Reply: RepricingView }>(
    '/repricings/:id',
    {
      config: { may: 'editSetup' },
      schema: { params: repricingParams, body: repricingEditSchema },
    },
    (request) => {
      const { id } = request.params;
      const by = actor(request, services);
      return serializable(database, async (transaction) => {
        await keepRepricing(transaction, services, id, request.body, by);
        return readRepricing(transaction, id, by.id);
      });
    },
  );

  app.delete<{ Params: RepricingParams }>(
    '/repricings/:id',
    { config: { may: 'editSetup' }, schema: { params: repricingParams } },
    async (request, reply) => {
      await serializable(database, (transaction) =>
        discardRepricing(transaction, request.params.id, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );

  app.get<{ Params: RepricingParams; Querystring: RepricedQuery; Reply: RepricedPage }>(
    '/repricings/:id/rows',
    {
      config: { may: 'seeCosts' },
      schema: { params: repricingParams, querystring: repricedQuery },
    },
    (request) =>
      snapshot(database, (queries) => findRows(queries, request.params.id, request.query)),
  );

  app.put<{ Params: RepricingParams; Body: RepricedDecisions; Reply: RepricedAnswer }>(
    '/repricings/:id/rows',
    {
      config: { may: 'editSetup' },
      schema: { params: repricingParams, body: repricedDecisionsSchema },
    },
    (request) => {
      const { id } = request.params;
      const by = actor(request, services);
      const { body } = request;
      return serializable(database, async (transaction) => {
        await decideRows(transaction, services, id, body, by);
        return {
          repricing: await readRepricing(transaction, id, by.id),
          rows: await rowsAt(
            transaction,
            id,
            body.rows.map(({ row }) => row),
          ),
        };
      });
    },
  );

  app.post<{ Params: RepricingParams; Body: ApplyRepricing; Reply: RepricingView }>(
    '/repricings/:id/apply',
    {
      config: { may: 'editSetup' },
      schema: { params: repricingParams, body: applyRepricingSchema },
    },
    async (request) => {
      const { id } = request.params;
      const by = actor(request, services);
      await applyRepricing(services, id, request.body, by);
      return snapshot(database, (queries) => readRepricing(queries, id, by.id));
    },
  );

  app.post<{ Params: RepricingParams; Reply: RepricingView }>(
    '/repricings/:id/undo',
    { config: { may: 'editSetup' }, schema: { params: repricingParams } },
    (request) => {
      const { id } = request.params;
      const by = actor(request, services);
      return serializable(
        database,
        async (transaction) => {
          await undoRepricing(transaction, services, id, by);
          return readRepricing(transaction, id, by.id);
        },
        'drafts',
      );
    },
  );

  app.get<{ Params: RepricingParams; Querystring: RepricedFileQuery }>(
    '/files/repricings/:id',
    {
      config: { may: 'seeCosts' },
      schema: { params: repricingParams, querystring: repricedFileQuery },
    },
    async (request, reply) => {
      const { format, ...query } = request.query;
      const { id } = request.params;
      const table = await snapshot(database, async (queries) => {
        const view = await readRepricing(queries, id, actor(request, services).id);
        const levels = await findLevels(queries);
        const names = new Map(levels.map((level) => [level.id, level.content.name]));
        return repricedTable(view, await findAllRows(queries, id, query), names);
      });
      return sendTable(reply, table, format);
    },
  );
  done();
};
