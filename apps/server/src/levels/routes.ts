import {
  levelEditSchema,
  levelParams,
  type LevelEdit,
  type LevelEditAnswer,
  type LevelParams,
  type LevelSummary,
  type LevelView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../database/database';
import { notFound } from '../http/problems';
import type { Services } from '../services';
import { signedIn } from '../session/plugin';
import { discardLevelEdit, keepLevelEdit } from './keep-edit';
import { findLevel, findLevels } from './queries';

/** Levels as they are published, and their edits, which go into the draft and nowhere else. */
export const levelRoutes: FastifyPluginCallback<Services> = (app, { database, now }, done) => {
  app.get<{ Reply: LevelSummary[] }>('/levels', () => snapshot(database, findLevels));

  app.get<{ Params: LevelParams; Reply: LevelView }>(
    '/levels/:id',
    { schema: { params: levelParams } },
    async (request) => {
      const level = await snapshot(database, (queries) => findLevel(queries, request.params.id));
      if (!level) throw notFound('This level');
      return level;
    },
  );

  app.put<{ Params: LevelParams; Body: LevelEdit; Reply: LevelEditAnswer }>(
    '/levels/:id/draft',
    { schema: { params: levelParams, body: levelEditSchema } },
    async (request) => {
      const editor = { id: signedIn(request).id, now: now() };
      const revision = await serializable(database, (transaction) =>
        keepLevelEdit(transaction, request.params.id, request.body, editor),
      );
      return { revision };
    },
  );

  app.delete<{ Params: LevelParams }>(
    '/levels/:id/draft',
    { schema: { params: levelParams } },
    async (request, reply) => {
      const editor = { id: signedIn(request).id, now: now() };
      await serializable(database, (transaction) =>
        discardLevelEdit(transaction, request.params.id, editor),
      );
      return reply.code(204).send();
    },
  );
  done();
};
