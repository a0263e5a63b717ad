import {
  benchQuestionSchema,
  may,
  reachedQuestionSchema,
  levelParams,
  type BenchAnswer,
  type BenchQuestion,
  type LevelContent,
  type LevelParams,
  type LevelSummary,
  type LevelView,
  type ReachedPage,
  type ReachedQuestion,
  type SignedInUser,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot, type Queries } from '../../platform/database/database';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { signedIn } from '../../platform/session/plugin';
import { tryLevel } from './bench';
import { findLevel, findLevels } from './queries';
import { itemsReached } from './reached';

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
      if (!level) throw notFound('This level');
      return level;
    },
  );

  app.post<{ Params: LevelParams; Body: BenchQuestion; Reply: BenchAnswer }>(
    '/levels/:id/bench',
    { config: { requires: 'look' }, schema: { params: levelParams, body: benchQuestionSchema } },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const content = await contentAsked(queries, signedIn(request), params.id, body.content);
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
        const content = await contentAsked(queries, user, params.id, body.content);
        const asked = { ...body, content };
        return itemsReached(queries, services, params.id, asked, may(user.role, 'seeCosts'));
      }),
  );
  done();
};

/**
 * What a level says where somebody asks of it. Who may not edit it asks of the level as it stands: a
 * level of one's own making would tell any cost.
 */
async function contentAsked(
  queries: Queries,
  { role }: SignedInUser,
  id: string,
  asked: LevelContent,
): Promise<LevelContent> {
  if (may(role, 'editSetup')) return asked;
  const level = await findLevel(queries, id);
  const content = level?.draft?.content ?? level?.published;
  if (!content) throw notFound('This level');
  return content;
}
