import {
  customerParams,
  levelChoiceSchema,
  levelPreviewQuery,
  type CustomerParams,
  type CustomerRow,
  type LevelChoice,
  type LevelPreview,
  type LevelPreviewQuery,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { catalogueMoves } from '../catalogue/price-catalogue';
import { readItemFacts } from '../catalogue/queries';
import { serializable, snapshot } from '../database/database';
import type { Services } from '../services';
import { versionInForce } from '../versions/queries';
import { checkInForce, chooseLevel, findCustomer, findCustomers } from './queries';

/** Customers and the level each has. These are facts: a change counts from the moment it is saved. */
export const customerRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database, setups, now } = services;
  app.get<{ Reply: CustomerRow[] }>('/customers', () =>
    snapshot(database, (queries) => findCustomers(queries)),
  );

  app.get<{ Params: CustomerParams; Reply: CustomerRow }>(
    '/customers/:code',
    { schema: { params: customerParams } },
    (request) => snapshot(database, (queries) => findCustomer(queries, request.params.code)),
  );

  app.get<{ Params: CustomerParams; Querystring: LevelPreviewQuery; Reply: LevelPreview }>(
    '/customers/:code/level-preview',
    { schema: { params: customerParams, querystring: levelPreviewQuery } },
    (request) =>
      snapshot(database, async (queries) => {
        const customer = await findCustomer(queries, request.params.code);
        const level = request.query.level === '' ? null : request.query.level;
        if (level !== null) await checkInForce(queries, level);
        const { compiled } = await setups.of(queries, await versionInForce(queries));
        const before = { setup: compiled, level: customer.level?.id ?? null };
        const items = await readItemFacts(queries);
        return {
          moves: catalogueMoves(items, before, { setup: compiled, level }, now()),
          currency: compiled.homeCurrency,
        };
      }),
  );

  app.put<{ Params: CustomerParams; Body: LevelChoice; Reply: CustomerRow }>(
    '/customers/:code/level',
    { schema: { params: customerParams, body: levelChoiceSchema } },
    (request) =>
      serializable(database, (transaction) =>
        chooseLevel(transaction, request.params.code, request.body),
      ),
  );
  done();
};
