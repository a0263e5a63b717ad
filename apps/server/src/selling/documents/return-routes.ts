import {
  documentParams,
  newReturnSchema,
  returnAskedSchema,
  returnParams,
  type DocumentParams,
  type NewReturn,
  type ReturnAsked,
  type ReturnParams,
  type ReturnWorth,
  type SaleReturns,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { sendPdf } from '../../platform/files/write-pdf';
import type { Services } from '../../setup/versions/services';
import { signedIn } from '../../platform/session/plugin';
import { pdfTableOfReturn } from './return-pdf-table';
import { foreseeReturn, postReturn, readReturns } from './returns';

/** What comes back of posted sales, at their own prices. */
export const returnRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;
  const read = (number: number): Promise<SaleReturns> =>
    snapshot(database, (queries) => readReturns(queries, services, number));

  app.get<{ Params: DocumentParams; Reply: SaleReturns }>(
    '/documents/:number/returns',
    { config: { requires: 'look' }, schema: { params: documentParams } },
    (request) => read(request.params.number),
  );

  app.get<{ Params: ReturnParams }>(
    '/documents/:number/returns/:return/paper',
    { config: { requires: 'look' }, schema: { params: returnParams } },
    async (request, reply) => {
      const { number, return: own } = request.params;
      const pdf = await snapshot(database, (queries) =>
        pdfTableOfReturn(queries, services, number, own),
      );
      return sendPdf(reply, pdf);
    },
  );

  app.post<{ Params: DocumentParams; Body: ReturnAsked; Reply: ReturnWorth }>(
    '/documents/:number/returns/worth',
    {
      config: { requires: 'writeDocuments' },
      schema: { params: documentParams, body: returnAskedSchema },
    },
    (request) =>
      snapshot(database, (queries) =>
        foreseeReturn(queries, services, request.params.number, request.body),
      ),
  );

  app.post<{ Params: DocumentParams; Body: NewReturn; Reply: SaleReturns }>(
    '/documents/:number/returns',
    {
      config: { requires: 'writeDocuments' },
      schema: { params: documentParams, body: newReturnSchema },
    },
    async (request, reply) => {
      const { number } = request.params;
      await serializable(database, (transaction) =>
        postReturn(transaction, services, number, request.body, signedIn(request)),
      );
      reply.code(201);
      return read(number);
    },
  );
  done();
};
