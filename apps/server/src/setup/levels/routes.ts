import {
  benchQuestionSchema,
  may,
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
import { snapshot } from '../../platform/database/database';
import { notFound } from '../../platform/http/problems';
import { contentAsked } from '../versions/content-asked';
import type { Services } from '../versions/services';
import { signedIn } from '../../platform/session/plugin';
import { tryLevel } from './bench';
import { findLevel, findLevels } from './queries';
import { itemsReached } from './reached';

const THIS_LEVEL = 'This level';

/** Levels as they are published and as drafts would have them. */
export const levelRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: LevelSummary[] }>('/levels', { config: { requires: 'look' } }, () =>
    snapshot(database, findLevels),
  );

  app.get<{ Params: LevelParams; Reply: LevelView }>(
    '/levels/:id',
    { config: { requires: 'look' }, schema: { params: levelParams } },
    async (request) => {
      const level = await snapshot(database, (queries) => findLevel(queries, request.params.id));
      if (!level) throw notFound(THIS_LEVEL);
      return level;
    },
  );

  app.post<{ Params: LevelParams; Body: BenchQuestion; Reply: BenchAnswer }>(
    '/levels/:id/bench',
    { config: { requires: 'look' }, schema: { params: levelParams, body: benchQuestionSchema } },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const found = () => findLevel(queries, params.id);
        const content = await contentAsked(signedIn(request), body.content, found, THIS_LEVEL);
        return tryLevel(queries, services, params.id, { ...body, content });
      }),
  );

  app.post<{ Params: LevelParams; Body: ReachedQuestion; Reply: ReachedPage }>(
    '/levels/:id/reached',
    { config: { requires: 'look' }, schema: { params: levelParams, body: reachedQuestionSchema } },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const user = signedIn(request);
        const found = () => findLevel(queries, params.id);
        const content = await contentAsked(user, body.content, found, THIS_LEVEL);
        const asked = { ...body, content };
        return itemsReached(queries, services, params.id, asked, may(user.role, 'seeCosts'));
      }),
  );
  done();
};
