import { findQuerySchema, type FindQuery, type FoundThing } from '@honest-ledger/contracts';
import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot, type Queries } from '../../platform/database/database';
import { searchTargetsOfItem } from '../catalogue/queries';
import { everyWordIn } from '../../platform/database/patterns';
import { customers, items, levelRows, documents } from '../../platform/database/schema/index';
import type { PlatformServices } from '../../platform/services';

/** So many of each kind are found at most: who sees none that fits types another letter. */
const MAX_OF_A_KIND = 6;

/** Anything that has a page, by parts of what it is called. */
export const findRoutes: FastifyPluginCallback<PlatformServices> = (app, { database }, done) => {
  app.get<{ Querystring: FindQuery; Reply: FoundThing[] }>(
    '/find',
    { config: { requires: 'look' }, schema: { querystring: findQuerySchema } },
    (request) => snapshot(database, (queries) => findThings(queries, request.query.text)),
  );
  done();
};

async function findThings(queries: Queries, text: string): Promise<FoundThing[]> {
  const foundItems = await queries
    .select({ key: items.number, name: items.name })
    .from(items)
    .where(everyWordIn(text, searchTargetsOfItem(queries)))
    .orderBy(desc(sql`lower(${items.number}) = lower(${text})`), asc(items.number))
    .limit(MAX_OF_A_KIND);
  const foundCustomers = await queries
    .select({ key: customers.code, name: customers.name })
    .from(customers)
    .where(everyWordIn(text, [customers.code, customers.name]))
    .orderBy(desc(sql`lower(${customers.code}) = lower(${text})`), asc(customers.code))
    .limit(MAX_OF_A_KIND);
  const foundLevels = await queries
    .select({ key: levelRows.levelId, name: levelRows.name })
    .from(levelRows)
    .where(and(isNull(levelRows.toVersion), everyWordIn(text, [levelRows.name])))
    .orderBy(asc(levelRows.name))
    .limit(MAX_OF_A_KIND);
  const number = sql<string>`${documents.number}::text`;
  const foundDocuments = await queries
    .select({
      kind: documents.kind,
      key: number,
      customer: customers.name,
      title: documents.title,
    })
    .from(documents)
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .where(everyWordIn(text, [number, documents.title, customers.name]))
    .orderBy(desc(documents.number))
    .limit(MAX_OF_A_KIND);
  const of = (kind: FoundThing['kind'], all: readonly Omit<FoundThing, 'kind'>[]): FoundThing[] =>
    all.map((one) => ({ kind, ...one }));
  return [
    ...of('item', foundItems),
    ...of('customer', foundCustomers),
    ...of('level', foundLevels),
    ...foundDocuments.map(({ kind, key, customer, title }) => ({
      kind,
      key,
      name: [customer ?? 'No customer', title].filter((part) => part !== '').join(', '),
    })),
  ];
}
