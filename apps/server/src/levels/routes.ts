import {
  benchQuestionSchema,
  reachedQuestionSchema,
  levelParams,
  type BenchAnswer,
  type BenchQuestion,
  type LevelParams,
  type LevelSummary,
  type LevelView,
  type ReachedPage,
  type ReachedQuestion,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../database/database';
import { notFound } from '../http/problems';
import type { Services } from '../services';
import { tryLevel } from './bench';
import { findLevel, findLevels } from './queries';
import { itemsReached } from './reached';

/** Levels as they are published and as drafts would have them. */
export const levelRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: LevelSummary[] }>('/levels', { config: { may: 'look' } }, () =>
    snapshot(database, findLevels),
  );

  app.get<{ Params: LevelParams; Reply: LevelView }>(
    '/levels/:id',
    { config: { may: 'look' }, schema: { params: levelParams } },
    async (request) => {
      const level = await snapshot(database, (queries) => findLevel(queries, request.params.id));
      if (!level) throw notFound('This level');
      return level;
    },
  );

  app.post<{ Params: LevelParams; Body: BenchQuestion; Reply: BenchAnswer }>(
    '/levels/:id/bench',
    { config: { may: 'look' }, schema: { params: levelParams, body: benchQuestionSchema } },
    (request) =>
      snapshot(database, (queries) => tryLevel(queries, services, request.params.id, request.body)),
  );

  app.post<{ Params: LevelParams; Body: ReachedQuestion; Reply: ReachedPage }>(
    '/levels/:id/reached',
    { config: { may: 'look' }, schema: { params: levelParams, body: reachedQuestionSchema } },
    (request) =>
      snapshot(database, (queries) =>
        itemsReached(queries, services, request.params.id, request.body),
      ),
  );
  done();
};
