import {
  customerEditSchema,
  customerParams,
  customerQuerySchema,
  endingQuery,
  seenRevision,
  type CustomerEdit,
  type CustomerGroups,
  type CustomerParams,
  type CustomerQuery,
  type CustomerRow,
  type CustomerView,
  type EndingAssignments,
  type EndingQuery,
  type Page,
  type SeenRevision,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import type { PlatformServices } from '../../platform/services';
import { actor } from '../../platform/session/plugin';
import { endingAssignments } from './ending-assignments';
import { deleteCustomer, saveCustomer } from './save-customer';
import { findCustomer, findCustomers, findGroups } from './queries';

/** Customers and the levels each has. These are facts: a change counts from the moment it is saved. */
export const customerRoutes: FastifyPluginCallback<PlatformServices> = (app, services, done) => {
  const { database } = services;

  app.get<{ Querystring: CustomerQuery; Reply: Page<CustomerRow> }>(
    '/customers',
    { config: { requires: 'look' }, schema: { querystring: customerQuerySchema } },
    (request) => snapshot(database, (queries) => findCustomers(queries, request.query)),
  );

  app.get<{ Querystring: EndingQuery; Reply: EndingAssignments }>(
    '/ending-assignments',
    { config: { requires: 'look' }, schema: { querystring: endingQuery } },
    (request) =>
      snapshot(database, (queries) => endingAssignments(queries, services, request.query)),
  );

  app.get<{ Reply: CustomerGroups }>('/customer-groups', { config: { requires: 'look' } }, () =>
    snapshot(database, findGroups),
  );

  app.get<{ Params: CustomerParams; Reply: CustomerView }>(
    '/customers/:code',
    { config: { requires: 'look' }, schema: { params: customerParams } },
    (request) => snapshot(database, (queries) => findCustomer(queries, request.params.code)),
  );

  app.put<{ Params: CustomerParams; Body: CustomerEdit; Reply: CustomerView }>(
    '/customers/:code',
    {
      config: { requires: 'editFacts' },
      schema: { params: customerParams, body: customerEditSchema },
    },
    (request) =>
      serializable(database, (transaction) =>
        saveCustomer(transaction, request.params.code, request.body, actor(request, services)),
      ),
  );

  app.delete<{ Params: CustomerParams; Querystring: SeenRevision }>(
    '/customers/:code',
    {
      config: { requires: 'editFacts' },
      schema: { params: customerParams, querystring: seenRevision },
    },
    async (request, reply) => {
      const by = actor(request, services);
      await serializable(database, (transaction) =>
        deleteCustomer(transaction, request.params.code, request.query, by),
      );
      return reply.code(204).send();
    },
  );

  done();
};
