import multipart from '@fastify/multipart';
import {
  billSchema,
  costFileMappingSchema,
  decideSchema,
  followRulesEditSchema,
  itemParams,
  formatQuery,
  leaveOutSchema,
  newCostUpdateQuery,
  costUpdateParams,
  undoCostUpdateSchema,
  costUpdateRowQuery,
  takeBackDecisionSchema,
  takeInSchema,
  waitingQuery,
  weighSchema,
  type Bill,
  type CostFileMapping,
  type Decide,
  type FollowRule,
  type FollowRulesEdit,
  type ItemParams,
  type FormatQuery,
  type LeaveOut,
  type NewCostUpdate,
  type CostUpdateParams,
  type UndoCostUpdate,
  type CostUpdateRowPage,
  type CostUpdateRowQuery,
  type CostUpdateView,
  type RuleInForce,
  type TakeBackDecision,
  type TakeIn,
  type WaitingPage,
  type WaitingQuery,
  type Weigh,
  type Weighed,
} from '@honest-ledger/contracts';
import { and, eq } from 'drizzle-orm';
import type { FastifyPluginAsync } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { costUpdateRows } from '../../platform/database/schema/index';
import { sendTable } from '../../platform/files/write-table';
import { conflict, Problem } from '../../platform/http/problems';
import { MAX_BYTES } from '../../platform/files/read-file';
import type { Services } from '../../setup/versions/services';
import { actor } from '../../platform/session/plugin';
import { saveFollowRules, readFollowRules, ruleInForce } from './follow-rules';
import {
  findCostUpdate,
  findCostUpdateRows,
  findCostUpdates,
  costUpdateTableRows,
} from './queries';
import { cancelCostUpdate, mapCostUpdate, receiveBill, receivePriceFile } from './receive';
import { askToTakeIn } from './take-in';
import { undoCostUpdate } from './undo';
import { takeBackDecision } from './take-back-decision';
import { decideWaiting, findWaiting, weighWaiting } from './waiting';

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
  await app.register(multipart, { limits: { files: 1, fields: 0, fileSize: MAX_BYTES } });

  app.get<{ Reply: CostUpdateView[] }>('/cost-updates', { config: { requires: 'seeCosts' } }, () =>
    snapshot(database, findCostUpdates),
  );

  app.post<{ Querystring: NewCostUpdate; Reply: CostUpdateView }>(
    '/cost-updates',
    { config: { requires: 'editFacts' }, schema: { querystring: newCostUpdateQuery } },
    async (request, reply) => {
      if (!request.isMultipart()) {
        throw new Problem(415, 'The body must be a form with one file (multipart/form-data).');
      }
      const sent = await request.file();
      if (!sent) throw new Problem(422, 'There is no file in the form.');
      const file = { name: sent.filename, content: sent.file };
      const by = actor(request, services);
      // The file comes but once, so this transaction cannot be tried again.
      const receiving = database.transaction(async (transaction) => {
        const id = await receivePriceFile(transaction, request.query.supplier, file, by);
        if (sent.file.truncated) {
          throw new Problem(413, `The file is larger than ${String(MAX_BYTES / 1024 / 1024)} MiB.`);
        }
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
        const { rows, leftOut } = request.body;
        const costUpdate = await findCostUpdate(transaction, id);
        if (costUpdate.state !== 'ready')
          throw conflict('This has been taken in by now.', costUpdate);
        await transaction
          .update(costUpdateRows)
          .set({ leftOut })
          .where(and(eq(costUpdateRows.costUpdateId, id), inList(costUpdateRows.row, rows)));
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

  app.get<{ Reply: FollowRule[] }>('/follow-rules', { config: { requires: 'seeCosts' } }, () =>
    snapshot(database, readFollowRules),
  );

  app.get<{ Params: ItemParams; Reply: RuleInForce }>(
    '/items/:item/follow-rule',
    { config: { requires: 'seeCosts' }, schema: { params: itemParams } },
    (request) => snapshot(database, (queries) => ruleInForce(queries, request.params.item)),
  );

  app.put<{ Body: FollowRulesEdit; Reply: FollowRule[] }>(
    '/follow-rules',
    { config: { requires: 'editSetup' }, schema: { body: followRulesEditSchema } },
    (request) =>
      serializable(database, async (transaction) => {
        await saveFollowRules(transaction, request.body, actor(request, services));
        return readFollowRules(transaction);
      }),
  );

  app.get<{ Querystring: WaitingQuery; Reply: WaitingPage }>(
    '/waiting-prices',
    { config: { requires: 'seeCosts' }, schema: { querystring: waitingQuery } },
    (request) => snapshot(database, (queries) => findWaiting(queries, request.query)),
  );

  app.post<{ Body: Decide; Reply: WaitingPage }>(
    '/waiting-prices/decide',
    { config: { requires: 'editSetup' }, schema: { body: decideSchema } },
    (request) =>
      serializable(
        database,
        async (transaction) => {
          await decideWaiting(transaction, services, request.body, actor(request, services));
          return findWaiting(transaction, { sort: 'move', offset: 0, limit: 100 });
        },
        'drafts',
      ),
  );

  app.post<{ Body: TakeBackDecision }>(
    '/waiting-prices/take-back',
    { config: { requires: 'editSetup' }, schema: { body: takeBackDecisionSchema } },
    async (request, reply) => {
      await serializable(
        database,
        (transaction) =>
          takeBackDecision(transaction, services, request.body.ids, actor(request, services)),
        'drafts',
      );
      return reply.code(204).send();
    },
  );

  app.post<{ Body: Weigh; Reply: Weighed }>(
    '/waiting-prices/weigh',
    { config: { requires: 'seeCosts' }, schema: { body: weighSchema } },
    (request) => snapshot(database, (queries) => weighWaiting(queries, request.body)),
  );
};
