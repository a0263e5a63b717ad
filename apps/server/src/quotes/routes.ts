import {
  may,
  newQuoteSchema,
  quoteEditSchema,
  quoteParams,
  quoteQuerySchema,
  type DocumentForm,
  type NewQuote,
  type Page,
  type QuoteEdit,
  type QuoteParams,
  type QuoteQuery,
  type QuoteRow,
  type QuoteView,
  type SignedInUser,
} from '@honest-ledger/contracts';
import { asksForCosts } from '@honest-ledger/engine';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../database/database';
import type { Services } from '../services';
import { signedIn } from '../session/plugin';
import { beginQuote, keepQuote } from './keep-quote';
import { documentOfQuote, findQuotes, readQuote } from './queries';

/** Quotes. Whatever is kept comes back priced: the server's prices are the ones that count. */
export const quoteRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;
  const read = async (number: number, { role }: SignedInUser): Promise<QuoteView> => {
    const quote = await snapshot(database, (queries) => readQuote(queries, services, number));
    const { setup, document } = quote.pricing;
    const hides = !may(role, 'seeCosts') && setup && asksForCosts(setup);
    return hides ? { ...quote, pricing: { setup: null, document } } : quote;
  };

  app.get<{ Querystring: QuoteQuery; Reply: Page<QuoteRow> }>(
    '/quotes',
    { config: { may: 'look' }, schema: { querystring: quoteQuerySchema } },
    (request) => snapshot(database, (queries) => findQuotes(queries, request.query)),
  );

  app.post<{ Body: NewQuote; Reply: QuoteView }>(
    '/quotes',
    { config: { may: 'writeQuotes' }, schema: { body: newQuoteSchema } },
    async (request, reply) => {
      const number = await serializable(database, (transaction) =>
        beginQuote(transaction, services, request.body.customer, signedIn(request)),
      );
      reply.code(201);
      return read(number, signedIn(request));
    },
  );

  app.get<{ Params: QuoteParams; Reply: QuoteView }>(
    '/quotes/:number',
    { config: { may: 'look' }, schema: { params: quoteParams } },
    (request) => read(request.params.number, signedIn(request)),
  );

  app.put<{ Params: QuoteParams; Body: QuoteEdit; Reply: QuoteView }>(
    '/quotes/:number',
    { config: { may: 'writeQuotes' }, schema: { params: quoteParams, body: quoteEditSchema } },
    async (request) => {
      const { number } = request.params;
      await serializable(database, (transaction) =>
        keepQuote(transaction, services, number, request.body, signedIn(request)),
      );
      return read(number, signedIn(request));
    },
  );

  app.get<{ Params: QuoteParams; Reply: DocumentForm }>(
    '/quotes/:number/document',
    { config: { may: 'look' }, schema: { params: quoteParams } },
    async (request, reply) => {
      const document = await snapshot(database, (queries) =>
        documentOfQuote(queries, services, request.params.number),
      );
      const name = `quote-${String(request.params.number)}.json`;
      reply.header('content-disposition', `attachment; filename="${name}"`);
      return document;
    },
  );
  done();
};
