import {
  breakItemsQuestionSchema,
  breakParams,
  breakQuestionSchema,
  may,
  type BreakAnswer,
  type BreakContent,
  type BreakItemsPage,
  type BreakItemsQuestion,
  type BreakList,
  type BreakParams,
  type BreakQuestion,
  type BreakView,
  type SignedInUser,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { asksForCost } from '../../master-data/costs/hide-costs';
import { snapshot, type Queries } from '../../platform/database/database';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { signedIn } from '../../platform/session/plugin';
import { itemsOfBreak } from './items';
import { findBreak, findBreaks } from './queries';
import { tryBreak } from './try-break';

/** Quantity breaks as they are published and as drafts would have them, and what they do. */
export const breakRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: BreakList }>('/breaks', { config: { requires: 'look' } }, () =>
    snapshot(database, (queries) => findBreaks(queries, services)),
  );

  app.get<{ Params: BreakParams; Reply: BreakView }>(
    '/breaks/:id',
    { config: { requires: 'look' }, schema: { params: breakParams } },
    async (request) => {
      const found = await snapshot(database, (queries) =>
        findBreak(queries, services, request.params.id),
      );
      if (!found || isHidden(found, signedIn(request))) throw notFound('This quantity break');
      return found;
    },
  );

  app.post<{ Params: BreakParams; Body: BreakQuestion; Reply: BreakAnswer }>(
    '/breaks/:id/try',
    { config: { requires: 'look' }, schema: { params: breakParams, body: breakQuestionSchema } },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const content = await contentAsked(
          queries,
          services,
          signedIn(request),
          params.id,
          body.content,
        );
        return tryBreak(queries, services, params.id, { ...body, content });
      }),
  );
  app.post<{ Params: BreakParams; Body: BreakItemsQuestion; Reply: BreakItemsPage }>(
    '/breaks/:id/items',
    {
      config: { requires: 'look' },
      schema: { params: breakParams, body: breakItemsQuestionSchema },
    },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const content = await contentAsked(
          queries,
          services,
          signedIn(request),
          params.id,
          body.content,
        );
        return itemsOfBreak(queries, services, params.id, { ...body, content });
      }),
  );
  done();
};

/** A break that is reckoned on a cost says what things cost. */
function isHidden({ published, draft }: BreakView, { role }: SignedInUser): boolean {
  return !may(role, 'seeCosts') && [published, draft?.content].some(asksForCost);
}

/**
 * What a break says where somebody asks of it. Who may not edit it asks of the break as it stands: a
 * break of one's own making would tell any cost.
 */
async function contentAsked(
  queries: Queries,
  services: Services,
  user: SignedInUser,
  id: string,
  asked: BreakContent,
): Promise<BreakContent> {
  if (may(user.role, 'editSetup')) return asked;
  const found = await findBreak(queries, services, id);
  const content = found?.draft?.content ?? found?.published;
  if (!found || !content || isHidden(found, user)) throw notFound('This quantity break');
  return content;
}
