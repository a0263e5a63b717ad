import {
  documentParams,
  repeatEditSchema,
  repeatEndSchema,
  type DocumentParams,
  type RepeatEdit,
  type RepeatEnd,
  type RepeatView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import type { Services } from '../../setup/versions/services';
import { signedIn } from '../../platform/session/plugin';
import { readRepeat } from './queries';
import { endRepeat, setRepeat } from './set';

/** Orders that are made again and again. */
export const repeatRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;
  const read = (number: number): Promise<RepeatView> =>
    snapshot(database, (queries) => readRepeat(queries, number));

  app.get<{ Params: DocumentParams; Reply: RepeatView }>(
    '/documents/:number/repeat',
    { config: { requires: 'look' }, schema: { params: documentParams } },
    (request) => read(request.params.number),
  );

  app.put<{ Params: DocumentParams; Body: RepeatEdit; Reply: RepeatView }>(
    '/documents/:number/repeat',
    {
      config: { requires: 'writeDocuments' },
      schema: { params: documentParams, body: repeatEditSchema },
    },
    async (request) => {
      const { number } = request.params;
      await serializable(database, (transaction) =>
        setRepeat(transaction, services, number, request.body, signedIn(request)),
      );
      return read(number);
    },
  );

  app.post<{ Params: DocumentParams; Body: RepeatEnd; Reply: RepeatView }>(
    '/documents/:number/repeat/end',
    {
      config: { requires: 'writeDocuments' },
      schema: { params: documentParams, body: repeatEndSchema },
    },
    async (request) => {
      const { number } = request.params;
      await serializable(database, (transaction) =>
        endRepeat(transaction, services, number, request.body.revision, signedIn(request)),
      );
      return read(number);
    },
  );
  done();
};
