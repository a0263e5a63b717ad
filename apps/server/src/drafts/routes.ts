import { publishSchema, type DraftAnswer, type Publish } from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../database/database';
import type { Services } from '../services';
import { signedIn } from '../session/plugin';
import { publishDraft } from './publish-draft';
import { readDraft } from './view';

/** The open draft, and its publishing. */
export const draftRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database, now } = services;
  app.get<{ Reply: DraftAnswer }>('/draft', () =>
    snapshot(database, (queries) => readDraft(queries, services)),
  );

  app.post<{ Body: Publish; Reply: { version: number } }>(
    '/draft/publish',
    { schema: { body: publishSchema } },
    async (request) => {
      const publisher = { id: signedIn(request).id, now: now() };
      const version = await serializable(database, (transaction) =>
        publishDraft(transaction, request.body, publisher),
      );
      return { version };
    },
  );
  done();
};
