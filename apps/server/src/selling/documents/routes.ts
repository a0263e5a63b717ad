import {
  transitionQuerySchema,
  transitionSchema,
  may,
  newDocumentSchema,
  documentEditSchema,
  documentParams,
  documentQuerySchema,
  takingBackSchema,
  type Transition,
  type TransitionQuery,
  type TransitionView,
  type ComputedAgain,
  type DocumentForm,
  type NewDocument,
  type Page,
  type DocumentEdit,
  type DocumentParams,
  type DocumentQuery,
  type DocumentRow,
  type DocumentView,
  type SignedInUser,
  type TakingBack,
} from '@honest-ledger/contracts';
import { asksForCosts } from '@honest-ledger/engine';
import type { FastifyPluginCallback, FastifyRequest } from 'fastify';
import { repeatable, serializable, snapshot } from '../../platform/database/database';
import { sendPdf } from '../../platform/files/write-pdf';
import type { Services } from '../../setup/versions/services';
import { signedIn } from '../../platform/session/plugin';
import { transitionDocument, foreseeTransition } from './transition';
import { recalculate } from './recalculate';
import { beginDocument, saveDocument } from './save-document';
import { findDocuments } from './list-documents';
import { documentToPrice, readDocument } from './queries';
import { pdfTableOf } from './pdf-table';
import { turnOfUses } from './rule-uses';
import { takeBack } from './take-back';

/** Quotes, orders and sales. Whatever is kept comes back priced: the server's prices are the ones that count. */
export const documentRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;
  const read = async (number: number, { role }: SignedInUser): Promise<DocumentView> => {
    const found = await snapshot(database, (queries) => readDocument(queries, services, number));
    const { setup, document } = found.pricing;
    const hides = !may(role, 'seeCosts') && setup && asksForCosts(setup);
    return hides ? { ...found, pricing: { setup: null, document } } : found;
  };

  app.get<{ Querystring: DocumentQuery; Reply: Page<DocumentRow> }>(
    '/documents',
    { config: { requires: 'look' }, schema: { querystring: documentQuerySchema } },
    (request) => snapshot(database, (queries) => findDocuments(queries, request.query)),
  );

  app.post<{ Body: NewDocument; Reply: DocumentView }>(
    '/documents',
    { config: { requires: 'writeDocuments' }, schema: { body: newDocumentSchema } },
    async (request, reply) => {
      const number = await repeatable(database, (transaction) =>
        beginDocument(transaction, services, request.body, signedIn(request)),
      );
      reply.code(201);
      return read(number, signedIn(request));
    },
  );

  app.get<{ Params: DocumentParams; Reply: DocumentView }>(
    '/documents/:number',
    { config: { requires: 'look' }, schema: { params: documentParams } },
    (request) => read(request.params.number, signedIn(request)),
  );

  app.put<{ Params: DocumentParams; Body: DocumentEdit; Reply: DocumentView }>(
    '/documents/:number',
    {
      config: { requires: 'writeDocuments' },
      schema: { params: documentParams, body: documentEditSchema },
    },
    async (request) => {
      const { number } = request.params;
      await repeatable(database, (transaction) =>
        saveDocument(transaction, services, number, request.body, signedIn(request)),
      );
      return read(number, signedIn(request));
    },
  );

  app.get<{ Params: DocumentParams; Reply: DocumentForm }>(
    '/documents/:number/document',
    { config: { requires: 'look' }, schema: { params: documentParams } },
    async (request, reply) => {
      const { name, form } = await snapshot(database, (queries) =>
        documentToPrice(queries, services, request.params.number),
      );
      const file = `${name.kind}-${String(name.number)}.json`;
      reply.header('content-disposition', `attachment; filename="${file}"`);
      return form;
    },
  );

  app.get<{ Params: DocumentParams }>(
    '/documents/:number/paper',
    { config: { requires: 'look' }, schema: { params: documentParams } },
    async (request, reply) =>
      sendPdf(
        reply,
        await snapshot(database, (queries) => pdfTableOf(queries, request.params.number)),
      ),
  );

  app.get<{ Params: DocumentParams; Reply: ComputedAgain }>(
    '/documents/:number/again',
    { config: { requires: 'look' }, schema: { params: documentParams } },
    (request) =>
      snapshot(database, (queries) => recalculate(queries, services, request.params.number)),
  );

  app.get<{ Params: DocumentParams; Querystring: TransitionQuery; Reply: TransitionView }>(
    '/documents/:number/transition',
    {
      config: { requires: 'look' },
      schema: { params: documentParams, querystring: transitionQuerySchema },
    },
    (request) =>
      snapshot(database, (queries) =>
        foreseeTransition(queries, services, request.params.number, request.query.into),
      ),
  );

  app.post<{ Params: DocumentParams; Body: Transition; Reply: DocumentView }>(
    '/documents/:number/transition',
    {
      config: { requires: 'writeDocuments' },
      schema: { params: documentParams, body: transitionSchema },
    },
    async (request) => {
      const { params, body } = request;
      const number = await serializable(
        database,
        (transaction) =>
          transitionDocument(transaction, services, params.number, body, signedIn(request)),
        await turnOfUses(services),
      );
      return read(number, signedIn(request));
    },
  );

  const takesBack = {
    config: { requires: 'writeDocuments' },
    schema: { params: documentParams, body: takingBackSchema },
  } as const;
  const take = async (
    request: FastifyRequest<{ Params: DocumentParams; Body: TakingBack }>,
    to: 'cancelled' | 'open',
  ): Promise<DocumentView> => {
    const { number } = request.params;
    const { revision } = request.body;
    const editor = signedIn(request);
    await serializable(
      database,
      (transaction) => takeBack(transaction, services, number, to, { revision, editor }),
      await turnOfUses(services),
    );
    return read(number, editor);
  };

  app.post<{ Params: DocumentParams; Body: TakingBack; Reply: DocumentView }>(
    '/documents/:number/cancel',
    takesBack,
    (request) => take(request, 'cancelled'),
  );

  app.post<{ Params: DocumentParams; Body: TakingBack; Reply: DocumentView }>(
    '/documents/:number/reopen',
    takesBack,
    (request) => take(request, 'open'),
  );
  done();
};
