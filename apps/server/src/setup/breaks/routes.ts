import {
  breakItemsQuestionSchema,
  breakParams,
  breakQuestionSchema,
  type BreakAnswer,
  type BreakItemsPage,
  type BreakItemsQuestion,
  type BreakList,
  type BreakParams,
  type BreakQuestion,
  type BreakView,
  type SignedInUser,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot, type Queries } from '../../platform/database/database';
import { notFound } from '../../platform/http/problems';
import { contentAsked, visible } from '../versions/content-asked';
import type { Services } from '../versions/services';
import { signedIn } from '../../platform/session/plugin';
import { itemsOfBreak } from './items';
import { findBreak, findBreaks } from './queries';
import { tryBreak } from './try-break';

const THIS_BREAK = 'This quantity break';

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
        seenBreak(queries, services, signedIn(request), request.params.id),
      );
      if (!found) throw notFound(THIS_BREAK);
      return found;
    },
  );

  app.post<{ Params: BreakParams; Body: BreakQuestion; Reply: BreakAnswer }>(
    '/breaks/:id/try',
    { config: { requires: 'look' }, schema: { params: breakParams, body: breakQuestionSchema } },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const user = signedIn(request);
        const found = () => seenBreak(queries, services, user, params.id);
        const content = await contentAsked(user, body.content, found, THIS_BREAK);
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
        const user = signedIn(request);
        const found = () => seenBreak(queries, services, user, params.id);
        const content = await contentAsked(user, body.content, found, THIS_BREAK);
        return itemsOfBreak(queries, services, params.id, { ...body, content });
      }),
  );
  done();
};

/** A break as it stands, for who may see it. */
async function seenBreak(
  queries: Queries,
  services: Services,
  user: SignedInUser,
  id: string,
): Promise<BreakView | null> {
  return visible(await findBreak(queries, services, id), user);
}
