import multipart from '@fastify/multipart';
import {
  billSchema,
  costFileMappingSchema,
  decideSchema,
  followRulesEditSchema,
  itemParams,
  formatQuery,
  leaveOutSchema,
  newReceiptQuery,
  receiptParams,
  undoReceiptSchema,
  receiptRowQuery,
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
  type NewReceipt,
  type ReceiptParams,
  type UndoReceipt,
  type ReceiptRowPage,
  type ReceiptRowQuery,
  type ReceiptView,
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
import { oneOf } from '../../platform/database/patterns';
import { receiptRows } from '../../platform/database/schema/index';
import { sendTable } from '../../platform/files/write-table';
import { conflict, Problem } from '../../platform/http/problems';
import { MOST_BYTES } from '../../platform/files/read-file';
import type { Services } from '../../setup/versions/services';
import { actor } from '../../platform/session/plugin';
import { keepFollowRules, readFollowRules, ruleInForce } from './follow-rules';
import { findReceipt, findReceiptRows, findReceipts, receiptTableRows } from './queries';
import { cancelReceipt, mapReceipt, receiveBill, receivePriceFile } from './receive';
import { askToTakeIn } from './take-in';
import { undoReceipt } from './undo';
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
export const receiptRoutes: FastifyPluginAsync<Services> = async (app, services) => {
  const { database } = services;
  await app.register(multipart, { limits: { files: 1, fields: 0, fileSize: MOST_BYTES } });

  app.get<{ Reply: ReceiptView[] }>('/receipts', { config: { may: 'seeCosts' } }, () =>
    snapshot(database, findReceipts),
  );

  app.post<{ Querystring: NewReceipt; Reply: ReceiptView }>(
    '/receipts',
    { config: { may: 'editFacts' }, schema: { querystring: newReceiptQuery } },
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
          throw new Problem(
            413,
            `The file is larger than ${String(MOST_BYTES / 1024 / 1024)} MiB.`,
          );
        }
        return findReceipt(transaction, id);
      });
      const received = await receiving.finally(() => sent.file.resume());
      reply.code(201);
      return received;
    },
  );

  app.post<{ Body: Bill; Reply: ReceiptView }>(
    '/bills',
    { config: { may: 'editFacts' }, schema: { body: billSchema } },
    async (request, reply) => {
      const view = await serializable(database, async (transaction) => {
        const id = await receiveBill(transaction, request.body, actor(request, services));
        return findReceipt(transaction, id);
      });
      reply.code(201);
      return view;
    },
  );

  app.get<{ Params: ReceiptParams; Reply: ReceiptView }>(
    '/receipts/:id',
    { config: { may: 'seeCosts' }, schema: { params: receiptParams } },
    (request) => snapshot(database, (queries) => findReceipt(queries, request.params.id)),
  );

  app.put<{ Params: ReceiptParams; Body: CostFileMapping; Reply: ReceiptView }>(
    '/receipts/:id/mapping',
    {
      config: { may: 'editFacts' },
      schema: { params: receiptParams, body: costFileMappingSchema },
    },
    (request) =>
      serializable(database, async (transaction) => {
        await mapReceipt(transaction, request.params.id, request.body);
        return findReceipt(transaction, request.params.id);
      }),
  );

  app.get<{ Params: ReceiptParams; Querystring: ReceiptRowQuery; Reply: ReceiptRowPage }>(
    '/receipts/:id/rows',
    {
      config: { may: 'seeCosts' },
      schema: { params: receiptParams, querystring: receiptRowQuery },
    },
    (request) =>
      snapshot(database, (queries) => findReceiptRows(queries, request.params.id, request.query)),
  );

  app.put<{ Params: ReceiptParams; Body: LeaveOut; Reply: ReceiptView }>(
    '/receipts/:id/left-out',
    { config: { may: 'editFacts' }, schema: { params: receiptParams, body: leaveOutSchema } },
    (request) =>
      serializable(database, async (transaction) => {
        const { id } = request.params;
        const { rows, leftOut } = request.body;
        const receipt = await findReceipt(transaction, id);
        if (receipt.state !== 'ready') throw conflict('This has been taken in by now.', receipt);
        await transaction
          .update(receiptRows)
          .set({ leftOut })
          .where(and(eq(receiptRows.receiptId, id), oneOf(receiptRows.row, rows)));
        return findReceipt(transaction, id);
      }),
  );

  app.get<{ Params: ReceiptParams; Querystring: FormatQuery }>(
    '/receipts/:id/file',
    { config: { may: 'seeCosts' }, schema: { params: receiptParams, querystring: formatQuery } },
    async (request, reply) => {
      const { id } = request.params;
      const view = await findReceipt(database, id);
      const table = {
        name: `receipt-${view.supplier.code.replaceAll(/[^A-Za-z0-9-]/g, '-')}`,
        columns: TABLE_COLUMNS.map((name) => ({ name })),
        rows: receiptTableRows(database, id),
      };
      return sendTable(reply, table, request.query.format);
    },
  );

  app.post<{ Params: ReceiptParams; Body: TakeIn; Reply: ReceiptView }>(
    '/receipts/:id/take-in',
    { config: { may: 'editFacts' }, schema: { params: receiptParams, body: takeInSchema } },
    (request) =>
      serializable(database, async (transaction) => {
        await askToTakeIn(transaction, request.params.id, request.body);
        return findReceipt(transaction, request.params.id);
      }),
  );

  app.post<{ Params: ReceiptParams; Body: UndoReceipt; Reply: ReceiptView }>(
    '/receipts/:id/undo',
    { config: { may: 'editFacts' }, schema: { params: receiptParams, body: undoReceiptSchema } },
    (request) =>
      serializable(
        database,
        async (transaction) => {
          const { params, body } = request;
          await undoReceipt(transaction, services, params.id, body, actor(request, services));
          return findReceipt(transaction, request.params.id);
        },
        'drafts',
      ),
  );

  app.delete<{ Params: ReceiptParams; Reply: ReceiptView }>(
    '/receipts/:id',
    { config: { may: 'editFacts' }, schema: { params: receiptParams } },
    (request) =>
      serializable(database, async (transaction) => {
        await cancelReceipt(transaction, request.params.id);
        return findReceipt(transaction, request.params.id);
      }),
  );

  app.get<{ Reply: FollowRule[] }>('/follow-rules', { config: { may: 'seeCosts' } }, () =>
    snapshot(database, readFollowRules),
  );

  app.get<{ Params: ItemParams; Reply: RuleInForce }>(
    '/items/:item/follow-rule',
    { config: { may: 'seeCosts' }, schema: { params: itemParams } },
    (request) => snapshot(database, (queries) => ruleInForce(queries, request.params.item)),
  );

  app.put<{ Body: FollowRulesEdit; Reply: FollowRule[] }>(
    '/follow-rules',
    { config: { may: 'editSetup' }, schema: { body: followRulesEditSchema } },
    (request) =>
      serializable(database, async (transaction) => {
        await keepFollowRules(transaction, request.body, actor(request, services));
        return readFollowRules(transaction);
      }),
  );

  app.get<{ Querystring: WaitingQuery; Reply: WaitingPage }>(
    '/waiting-prices',
    { config: { may: 'seeCosts' }, schema: { querystring: waitingQuery } },
    (request) => snapshot(database, (queries) => findWaiting(queries, request.query)),
  );

  app.post<{ Body: Decide; Reply: WaitingPage }>(
    '/waiting-prices/decide',
    { config: { may: 'editSetup' }, schema: { body: decideSchema } },
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
    { config: { may: 'editSetup' }, schema: { body: takeBackDecisionSchema } },
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
    { config: { may: 'seeCosts' }, schema: { body: weighSchema } },
    (request) => snapshot(database, (queries) => weighWaiting(queries, request.body)),
  );
};
