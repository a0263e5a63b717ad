import {
  newPurchaseOrderSchema,
  purchaseOrderEditSchema,
  purchaseOrderParams,
  purchaseOrderRevision,
  purchaseQuestion,
  type PurchaseAnswer,
  type PurchaseOrderContent,
  type PurchaseOrderEdit,
  type PurchaseOrderParams,
  type PurchaseOrderRevision,
  type PurchaseOrderRow,
  type PurchaseOrderView,
  type PurchaseQuestion,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot, type Transaction } from '../../platform/database/database';
import type { Services } from '../../setup/versions/services';
import { actor } from '../../platform/session/plugin';
import { beginOrder, discardOrder, findOrders, saveOrder, placeOrder, readOrder } from './orders';
import { askSuppliers } from './suppliers-ask';

/** The purchase side: which supplier is cheapest, and orders whose costs are picked by their day. */
export const purchasingRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;
  const after = (number: number, work: (transaction: Transaction) => Promise<void>) =>
    serializable(database, async (transaction) => {
      await work(transaction);
      return readOrder(transaction, services, number);
    });

  app.get<{ Querystring: PurchaseQuestion; Reply: PurchaseAnswer }>(
    '/purchase-desk',
    { config: { requires: 'seeCosts' }, schema: { querystring: purchaseQuestion } },
    (request) => snapshot(database, (queries) => askSuppliers(queries, services, request.query)),
  );

  app.get<{ Reply: PurchaseOrderRow[] }>(
    '/purchase-orders',
    { config: { requires: 'seeCosts' } },
    () => snapshot(database, findOrders),
  );

  app.post<{ Body: PurchaseOrderContent; Reply: PurchaseOrderView }>(
    '/purchase-orders',
    { config: { requires: 'editFacts' }, schema: { body: newPurchaseOrderSchema } },
    async (request, reply) => {
      const view = await serializable(database, async (transaction) => {
        const by = actor(request, services);
        const number = await beginOrder(transaction, services, request.body, by);
        return readOrder(transaction, services, number);
      });
      reply.code(201);
      return view;
    },
  );

  app.get<{ Params: PurchaseOrderParams; Reply: PurchaseOrderView }>(
    '/purchase-orders/:number',
    { config: { requires: 'seeCosts' }, schema: { params: purchaseOrderParams } },
    (request) =>
      snapshot(database, (queries) => readOrder(queries, services, request.params.number)),
  );

  app.put<{ Params: PurchaseOrderParams; Body: PurchaseOrderEdit; Reply: PurchaseOrderView }>(
    '/purchase-orders/:number',
    {
      config: { requires: 'editFacts' },
      schema: { params: purchaseOrderParams, body: purchaseOrderEditSchema },
    },
    (request) => {
      const { number } = request.params;
      const by = actor(request, services);
      return after(number, (transaction) =>
        saveOrder(transaction, services, number, request.body, by),
      );
    },
  );

  app.post<{ Params: PurchaseOrderParams; Body: PurchaseOrderRevision; Reply: PurchaseOrderView }>(
    '/purchase-orders/:number/place',
    {
      config: { requires: 'editFacts' },
      schema: { params: purchaseOrderParams, body: purchaseOrderRevision },
    },
    (request) => {
      const { number } = request.params;
      const by = actor(request, services);
      return after(number, (transaction) =>
        placeOrder(transaction, services, number, request.body.revision, by),
      );
    },
  );

  app.delete<{ Params: PurchaseOrderParams }>(
    '/purchase-orders/:number',
    { config: { requires: 'editFacts' }, schema: { params: purchaseOrderParams } },
    async (request, reply) => {
      const { number } = request.params;
      await serializable(database, (transaction) =>
        discardOrder(transaction, services, number, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );
  done();
};
