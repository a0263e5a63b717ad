import { batches } from '../../platform/database/batches';
import {
  agreementFileQuery,
  customerFileQuery,
  customerParams,
  formatQuery,
  may,
  itemFileQuery,
  levelParams,
  priceListFileQuery,
  type AgreementFileQuery,
  type Cells,
  type CustomerFileQuery,
  type CustomerParams,
  type FormatQuery,
  type ItemFileQuery,
  type LevelParams,
  type PriceListFileQuery,
} from '@honest-ledger/contracts';
import { serialized } from '@honest-ledger/engine';
import type { FastifyPluginCallback } from 'fastify';
import { fits } from '../../setup/agreements/routes';
import { findItemNumbers, refuseCostsAsked } from '../../master-data/item-list/queries';
import { findAllCustomers } from '../../master-data/customers/queries';
import { snapshot, type Queries } from '../../platform/database/database';
import { cellsOf, setupWithAgreementEdits } from '../imports/agreements';
import { cell } from '../imports/cells';
import { customerCells } from '../imports/customers';
import { itemCells, setupInForce } from '../imports/items';
import { levelAsEdited, levelPriceCells } from '../imports/level-prices';
import { signedIn } from '../../platform/session/plugin';
import type { Services } from '../../setup/versions/services';
import { priceListTable } from './price-list-table';
import { sheetTable } from './sheet-table';
import { sendPdf } from '../../platform/files/write-pdf';
import { sendTable } from '../../platform/files/write-table';

/**
 * What the screens show, as files: filtered and sorted as there, with edits of drafts as there. The
 * columns are those that files are read with, so that a file given out changes nothing.
 */
export const exportRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Querystring: ItemFileQuery }>(
    '/files/items',
    { config: { requires: 'look' }, schema: { querystring: itemFileQuery } },
    async (request, reply) => {
      const { format, ...query } = request.query;
      if (!may(signedIn(request).role, 'seeCosts')) refuseCostsAsked(query);
      const rows = await snapshot(database, (queries) => itemRows(queries, services, query));
      return sendTable(reply, sheetTable('items', 'catalogue', rows), format);
    },
  );

  app.get<{ Querystring: CustomerFileQuery }>(
    '/files/customers',
    { config: { requires: 'look' }, schema: { querystring: customerFileQuery } },
    async ({ query: { format, ...query } }, reply) => {
      const found = await snapshot(database, (queries) => findAllCustomers(queries, query));
      return sendTable(
        reply,
        sheetTable('customers', 'customers', found.map(customerCells)),
        format,
      );
    },
  );

  app.get<{ Querystring: AgreementFileQuery }>(
    '/files/agreements',
    { config: { requires: 'look' }, schema: { querystring: agreementFileQuery } },
    async ({ query: { format, ...query } }, reply) => {
      const edited = await snapshot(database, (queries) =>
        setupWithAgreementEdits(queries, services),
      );
      const found = serialized(edited.agreements).filter((one) => fits(one, query));
      return sendTable(reply, sheetTable('agreements', 'agreements', found.map(cellsOf)), format);
    },
  );

  app.get<{ Params: LevelParams; Querystring: FormatQuery }>(
    '/files/levels/:id/prices',
    { config: { requires: 'look' }, schema: { params: levelParams, querystring: formatQuery } },
    async ({ params, query }, reply) => {
      const { content } = await snapshot(database, (queries) => levelAsEdited(queries, params.id));
      const rows = levelPriceCells(content);
      return sendTable(reply, sheetTable('levelPrices', 'level-prices', rows), query.format);
    },
  );

  app.get<{ Params: CustomerParams; Querystring: PriceListFileQuery }>(
    '/files/customers/:code/prices',
    {
      config: { requires: 'look' },
      schema: { params: customerParams, querystring: priceListFileQuery },
    },
    async ({ params, query: { format, ...query } }, reply) => {
      const table = await snapshot(database, (queries) =>
        priceListTable(queries, services, params.code, query),
      );
      return format === 'pdf' ? sendPdf(reply, table) : sendTable(reply, table, format);
    },
  );
  done();
};

async function itemRows(
  queries: Queries,
  services: Services,
  query: Omit<ItemFileQuery, 'format'>,
): Promise<Cells[]> {
  const setup = await setupInForce(queries, services);
  const numbers = await findItemNumbers(queries, query, services.now());
  const rows: Cells[] = [];
  for (const some of batches(numbers)) {
    const cells: readonly Cells[] = await itemCells(queries, setup, some);
    const byNumber = new Map(cells.map((one) => [cell(one, 'Item'), one]));
    for (const number of some) {
      const row = byNumber.get(number);
      if (row) rows.push(row);
    }
  }
  return rows;
}
