import {
  documentParams,
  newSendingSchema,
  sendingParams,
  type DocumentParams,
  type NewSending,
  type Sending,
  type SendingParams,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import type { Services } from '../../setup/versions/services';
import { signedIn } from '../../platform/session/plugin';
import { messageOf, sendDocument, sendingsOf } from './send';

/** Documents that are sent, and the messages that they went in. */
export const outboxRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;
  const read = (number: number): Promise<Sending[]> =>
    snapshot(database, (queries) => sendingsOf(queries, number));

  app.get<{ Params: DocumentParams; Reply: Sending[] }>(
    '/documents/:number/sendings',
    { config: { requires: 'look' }, schema: { params: documentParams } },
    (request) => read(request.params.number),
  );

  app.post<{ Params: DocumentParams; Body: NewSending; Reply: Sending[] }>(
    '/documents/:number/sendings',
    {
      config: { requires: 'writeDocuments' },
      schema: { params: documentParams, body: newSendingSchema },
    },
    async (request, reply) => {
      const { number } = request.params;
      await serializable(database, (transaction) =>
        sendDocument(transaction, services, number, request.body, signedIn(request)),
      );
      reply.code(201);
      return read(number);
    },
  );

  app.get<{ Params: SendingParams }>(
    '/sendings/:id/message',
    { config: { requires: 'look' }, schema: { params: sendingParams } },
    async (request, reply) => {
      const { id } = request.params;
      const message = await snapshot(database, (queries) => messageOf(queries, id));
      return reply
        .type('message/rfc822')
        .header('content-disposition', `attachment; filename="message-${String(id)}.eml"`)
        .send(message);
    },
  );
  done();
};
