import multipart from '@fastify/multipart';
import {
  billSchema,
  costFileMappingSchema,
  formatQuery,
  leaveOutSchema,
  newCostUpdateQuery,
  costUpdateParams,
  undoCostUpdateSchema,
  costUpdateRowQuery,
  takeInSchema,
  type Bill,
  type CostFileMapping,
  type FormatQuery,
  type LeaveOut,
  type NewCostUpdate,
  type CostUpdateParams,
  type UndoCostUpdate,
  type CostUpdateRowPage,
  type CostUpdateRowQuery,
  type CostUpdateView,
  type TakeIn,
} from '@honest-ledger/contracts';
import type { FastifyPluginAsync } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { sendTable } from '../../platform/files/write-table';
import { checkWhole, ONE_FILE, sentFile } from '../../platform/files/sent-file';
import type { Services } from '../../setup/versions/services';
import { actor } from '../../platform/session/plugin';
import {
  findCostUpdate,
  findCostUpdateRows,
  findCostUpdates,
  costUpdateTableRows,
} from './queries';
import {
  cancelCostUpdate,
  leaveRowsOut,
  mapCostUpdate,
  receiveBill,
  receivePriceFile,
} from './receive';
import { askToTakeIn } from './take-in';
import { undoCostUpdate } from './undo';

const TABLE_COLUMNS = [
  'Row',
  'Verdict',
  'Problem',
  'As the file has it',
  'Item',
  'Name',
  'Unit',
  'From quantity',
  'From day',
  'Old cost',
  'New cost',
  'Currency',
  'Price',
  'Why',
  'Price before',
  'Price after',
  'Margin before',
  'Margin after',
];

/** Costs that suppliers send: read, looked through, taken in whole or not at all, and taken back. */
export const costUpdateRoutes: FastifyPluginAsync<Services> = async (app, services) => {
  const { database } = services;
  await app.register(multipart, ONE_FILE);

  app.get<{ Reply: CostUpdateView[] }>('/cost-updates', { config: { requires: 'seeCosts' } }, () =>
    snapshot(database, findCostUpdates),
  );

  app.post<{ Querystring: NewCostUpdate; Reply: CostUpdateView }>(
    '/cost-updates',
    { config: { requires: 'editFacts' }, schema: { querystring: newCostUpdateQuery } },
    async (request, reply) => {
      const sent = await sentFile(request);
      const file = { name: sent.filename, content: sent.file };
      const by = actor(request, services);
      // The file comes but once, so this transaction cannot be tried again.
      const receiving = database.transaction(async (transaction) => {
        const id = await receivePriceFile(transaction, request.query.supplier, file, by);
        checkWhole(sent);
        return findCostUpdate(transaction, id);
      });
      const received = await receiving.finally(() => sent.file.resume());
      reply.code(201);
      return received;
    },
  );

  app.post<{ Body: Bill; Reply: CostUpdateView }>(
    '/bills',
    { config: { requires: 'editFacts' }, schema: { body: billSchema } },
    async (request, reply) => {
      const view = await serializable(database, async (transaction) => {
        const id = await receiveBill(transaction, request.body, actor(request, services));
        return findCostUpdate(transaction, id);
      });
      reply.code(201);
      return view;
    },
  );

  app.get<{ Params: CostUpdateParams; Reply: CostUpdateView }>(
    '/cost-updates/:id',
    { config: { requires: 'seeCosts' }, schema: { params: costUpdateParams } },
    (request) => snapshot(database, (queries) => findCostUpdate(queries, request.params.id)),
  );

  app.put<{ Params: CostUpdateParams; Body: CostFileMapping; Reply: CostUpdateView }>(
    '/cost-updates/:id/mapping',
    {
      config: { requires: 'editFacts' },
      schema: { params: costUpdateParams, body: costFileMappingSchema },
    },
    (request) =>
      serializable(database, async (transaction) => {
        await mapCostUpdate(transaction, request.params.id, request.body);
        return findCostUpdate(transaction, request.params.id);
      }),
  );

  app.get<{ Params: CostUpdateParams; Querystring: CostUpdateRowQuery; Reply: CostUpdateRowPage }>(
    '/cost-updates/:id/rows',
    {
      config: { requires: 'seeCosts' },
      schema: { params: costUpdateParams, querystring: costUpdateRowQuery },
    },
    (request) =>
      snapshot(database, (queries) =>
        findCostUpdateRows(queries, request.params.id, request.query),
      ),
  );

  app.put<{ Params: CostUpdateParams; Body: LeaveOut; Reply: CostUpdateView }>(
    '/cost-updates/:id/left-out',
    {
      config: { requires: 'editFacts' },
      schema: { params: costUpdateParams, body: leaveOutSchema },
    },
    (request) =>
      serializable(database, async (transaction) => {
        const { id } = request.params;
        await leaveRowsOut(transaction, id, request.body);
        return findCostUpdate(transaction, id);
      }),
  );

  app.get<{ Params: CostUpdateParams; Querystring: FormatQuery }>(
    '/cost-updates/:id/file',
    {
      config: { requires: 'seeCosts' },
      schema: { params: costUpdateParams, querystring: formatQuery },
    },
    async (request, reply) => {
      const { id } = request.params;
      const view = await findCostUpdate(database, id);
      const table = {
        name: `cost-update-${view.supplier.code.replaceAll(/[^A-Za-z0-9-]/g, '-')}`,
        columns: TABLE_COLUMNS.map((name) => ({ name })),
        rows: costUpdateTableRows(database, id),
      };
      return sendTable(reply, table, request.query.format);
    },
  );

  app.post<{ Params: CostUpdateParams; Body: TakeIn; Reply: CostUpdateView }>(
    '/cost-updates/:id/take-in',
    { config: { requires: 'editFacts' }, schema: { params: costUpdateParams, body: takeInSchema } },
    (request) =>
      serializable(database, async (transaction) => {
        await askToTakeIn(transaction, request.params.id, request.body);
        return findCostUpdate(transaction, request.params.id);
      }),
  );

  app.post<{ Params: CostUpdateParams; Body: UndoCostUpdate; Reply: CostUpdateView }>(
    '/cost-updates/:id/undo',
    {
      config: { requires: 'editFacts' },
      schema: { params: costUpdateParams, body: undoCostUpdateSchema },
    },
    (request) =>
      serializable(
        database,
        async (transaction) => {
          const { params, body } = request;
          await undoCostUpdate(transaction, services, params.id, body, actor(request, services));
          return findCostUpdate(transaction, request.params.id);
        },
        'drafts',
      ),
  );

  app.delete<{ Params: CostUpdateParams; Reply: CostUpdateView }>(
    '/cost-updates/:id',
    { config: { requires: 'editFacts' }, schema: { params: costUpdateParams } },
    (request) =>
      serializable(database, async (transaction) => {
        await cancelCostUpdate(transaction, request.params.id);
        return findCostUpdate(transaction, request.params.id);
      }),
  );
};
