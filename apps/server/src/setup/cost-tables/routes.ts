import {
  costGapsQuery,
  costTableParams,
  tableItemsQuestionSchema,
  type CostGapsPage,
  type CostGapsQuery,
  type CostTableList,
  type CostTableParams,
  type CostTableView,
  type TableItemsPage,
  type TableItemsQuestion,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../../platform/database/database';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { itemsOfTable } from './items';
import { findCostGaps, findCostTable, findCostTables } from './queries';

/** Cost tables as they are published and as drafts would have them, and what they lack. */
export const costTableRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: CostTableList }>('/cost-tables', { config: { requires: 'seeCosts' } }, () =>
    snapshot(database, (queries) => findCostTables(queries, services)),
  );

  app.get<{ Querystring: CostGapsQuery; Reply: CostGapsPage }>(
    '/cost-gaps',
    { config: { requires: 'seeCosts' }, schema: { querystring: costGapsQuery } },
    (request) => snapshot(database, (queries) => findCostGaps(queries, services, request.query)),
  );

  app.get<{ Params: CostTableParams; Reply: CostTableView }>(
    '/cost-tables/:id',
    { config: { requires: 'seeCosts' }, schema: { params: costTableParams } },
    async (request) => {
      const table = await snapshot(database, (queries) =>
        findCostTable(queries, services, request.params.id),
      );
      if (!table) throw notFound('This cost table');
      return table;
    },
  );

  app.post<{ Params: CostTableParams; Body: TableItemsQuestion; Reply: TableItemsPage }>(
    '/cost-tables/:id/items',
    {
      config: { requires: 'seeCosts' },
      schema: { params: costTableParams, body: tableItemsQuestionSchema },
    },
    (request) =>
      snapshot(database, (queries) =>
        itemsOfTable(queries, services, request.params.id, request.body),
      ),
  );
  done();
};
