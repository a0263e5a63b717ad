import {
  customerContentSchema,
  customerEditSchema,
  customerParams,
  customerQuerySchema,
  endingQuery,
  levelGivingSchema,
  priceListQuery,
  seenLevelGivingSchema,
  seenRevision,
  type CustomerContent,
  type CustomerEdit,
  type CustomerGroups,
  type CustomerParams,
  type CustomerPreview,
  type CustomerQuery,
  type CustomerRow,
  type CustomerView,
  type EndingAssignments,
  type EndingQuery,
  type LevelGiven,
  type LevelGiving,
  type LevelGivingPreview,
  type Page,
  type PriceListPage,
  type PriceListQuery,
  type SeenLevelGiving,
  type SeenRevision,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../database/database';
import type { Services } from '../services';
import { actor } from '../session/plugin';
import { endingAssignments } from './ending-assignments';
import { giveLevel, previewGiving } from './give-level';
import { deleteCustomer, keepCustomer } from './keep-customer';
import { previewCustomer, priceList } from './price-list';
import { findCustomer, findCustomers, findGroups } from './queries';

/** Customers and the levels each has. These are facts: a change counts from the moment it is saved. */
export const customerRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Querystring: CustomerQuery; Reply: Page<CustomerRow> }>(
    '/customers',
    { config: { may: 'look' }, schema: { querystring: customerQuerySchema } },
    (request) => snapshot(database, (queries) => findCustomers(queries, request.query)),
  );

  app.get<{ Querystring: EndingQuery; Reply: EndingAssignments }>(
    '/ending-assignments',
    { config: { may: 'look' }, schema: { querystring: endingQuery } },
    (request) =>
      snapshot(database, (queries) => endingAssignments(queries, services, request.query)),
  );

  app.get<{ Reply: CustomerGroups }>('/customer-groups', { config: { may: 'look' } }, () =>
    snapshot(database, findGroups),
  );

  app.get<{ Params: CustomerParams; Reply: CustomerView }>(
    '/customers/:code',
    { config: { may: 'look' }, schema: { params: customerParams } },
    (request) => snapshot(database, (queries) => findCustomer(queries, request.params.code)),
  );

  app.get<{ Params: CustomerParams; Querystring: PriceListQuery; Reply: PriceListPage }>(
    '/customers/:code/prices',
    { config: { may: 'look' }, schema: { params: customerParams, querystring: priceListQuery } },
    (request) =>
      snapshot(database, (queries) =>
        priceList(queries, services, request.params.code, request.query),
      ),
  );

  app.post<{ Params: CustomerParams; Body: CustomerContent; Reply: CustomerPreview }>(
    '/customers/:code/preview',
    {
      config: { may: 'editFacts' },
      schema: { params: customerParams, body: customerContentSchema },
    },
    (request) =>
      snapshot(database, (queries) =>
        previewCustomer(queries, services, request.params.code, request.body),
      ),
  );

  app.put<{ Params: CustomerParams; Body: CustomerEdit; Reply: CustomerView }>(
    '/customers/:code',
    { config: { may: 'editFacts' }, schema: { params: customerParams, body: customerEditSchema } },
    (request) =>
      serializable(database, (transaction) =>
        keepCustomer(transaction, request.params.code, request.body, actor(request, services)),
      ),
  );

  app.delete<{ Params: CustomerParams; Querystring: SeenRevision }>(
    '/customers/:code',
    { config: { may: 'editFacts' }, schema: { params: customerParams, querystring: seenRevision } },
    async (request, reply) => {
      const by = actor(request, services);
      await serializable(database, (transaction) =>
        deleteCustomer(transaction, request.params.code, request.query, by),
      );
      return reply.code(204).send();
    },
  );

  app.post<{ Body: LevelGiving; Reply: LevelGivingPreview }>(
    '/customer-levels/preview',
    { config: { may: 'editFacts' }, schema: { body: levelGivingSchema } },
    (request) => snapshot(database, (queries) => previewGiving(queries, services, request.body)),
  );

  app.put<{ Body: SeenLevelGiving; Reply: LevelGiven }>(
    '/customer-levels',
    { config: { may: 'editFacts' }, schema: { body: seenLevelGivingSchema } },
    (request) =>
      serializable(database, (transaction) =>
        giveLevel(transaction, request.body, actor(request, services)),
      ),
  );
  done();
};
