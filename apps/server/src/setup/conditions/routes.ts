import {
  conditionParams,
  may,
  type ConditionParams,
  type ConditionSummary,
  type ConditionView,
  type GoodsGroups,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { asksForCost } from '../../master-data/costs/hide-costs';
import { snapshot } from '../../platform/database/database';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { signedIn } from '../../platform/session/plugin';
import { findGroups } from './goods-groups';
import { findCondition, findConditions } from './queries';

/** Conditions that are saved under a name, as they are published and as drafts would have them. */
export const conditionRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: ConditionSummary[] }>(
    '/conditions',
    { config: { requires: 'look' } },
    (request) =>
      snapshot(database, async (queries) => {
        const all = await findConditions(queries, services);
        return may(signedIn(request).role, 'seeCosts')
          ? all
          : all.filter((one) => !asksForCost(one));
      }),
  );

  app.get<{ Params: ConditionParams; Reply: ConditionView }>(
    '/conditions/:id',
    { config: { requires: 'look' }, schema: { params: conditionParams } },
    async (request) => {
      const found = await snapshot(database, (queries) =>
        findCondition(queries, services, request.params.id),
      );
      const hides =
        !may(signedIn(request).role, 'seeCosts') &&
        [found?.published, found?.draft?.content].some(asksForCost);
      if (!found || hides) throw notFound('This saved condition');
      return found;
    },
  );
  app.get<{ Reply: GoodsGroups }>('/goods-groups', { config: { requires: 'look' } }, () =>
    snapshot(database, findGroups),
  );
  done();
};
