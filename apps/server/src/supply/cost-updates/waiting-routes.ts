import {
  decideSchema,
  followRulesEditSchema,
  itemParams,
  takeBackDecisionSchema,
  waitingQuery,
  weighSchema,
  type Decide,
  type FollowRule,
  type FollowRulesEdit,
  type ItemParams,
  type RuleInForce,
  type TakeBackDecision,
  type WaitingPage,
  type WaitingQuery,
  type Weigh,
  type Weighed,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import type { Services } from '../../setup/versions/services';
import { actor } from '../../platform/session/plugin';
import { saveFollowRules, readFollowRules, ruleInForce } from './follow-rules';
import { takeBackDecision } from './take-back-decision';
import { decideWaiting, findWaiting, weighWaiting } from './waiting';

/** Which prices follow costs, and those that wait for somebody to decide. */
export const waitingPriceRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: FollowRule[] }>('/follow-rules', { config: { requires: 'seeCosts' } }, () =>
    snapshot(database, readFollowRules),
  );

  app.get<{ Params: ItemParams; Reply: RuleInForce }>(
    '/items/:item/follow-rule',
    { config: { requires: 'seeCosts' }, schema: { params: itemParams } },
    (request) => snapshot(database, (queries) => ruleInForce(queries, request.params.item)),
  );

  app.put<{ Body: FollowRulesEdit; Reply: FollowRule[] }>(
    '/follow-rules',
    { config: { requires: 'editSetup' }, schema: { body: followRulesEditSchema } },
    (request) =>
      serializable(database, async (transaction) => {
        await saveFollowRules(transaction, request.body, actor(request, services));
        return readFollowRules(transaction);
      }),
  );

  app.get<{ Querystring: WaitingQuery; Reply: WaitingPage }>(
    '/waiting-prices',
    { config: { requires: 'seeCosts' }, schema: { querystring: waitingQuery } },
    (request) => snapshot(database, (queries) => findWaiting(queries, request.query)),
  );

  app.post<{ Body: Decide; Reply: WaitingPage }>(
    '/waiting-prices/decide',
    { config: { requires: 'editSetup' }, schema: { body: decideSchema } },
    (request) =>
      serializable(
        database,
        async (transaction) => {
          await decideWaiting(transaction, services, request.body, actor(request, services));
          return findWaiting(transaction, { sort: 'move', offset: 0, limit: 100 });
        },
        'drafts',
      ),
  );

  app.post<{ Body: TakeBackDecision }>(
    '/waiting-prices/take-back',
    { config: { requires: 'editSetup' }, schema: { body: takeBackDecisionSchema } },
    async (request, reply) => {
      await serializable(
        database,
        (transaction) =>
          takeBackDecision(transaction, services, request.body.ids, actor(request, services)),
        'drafts',
      );
      return reply.code(204).send();
    },
  );

  app.post<{ Body: Weigh; Reply: Weighed }>(
    '/waiting-prices/weigh',
    { config: { requires: 'seeCosts' }, schema: { body: weighSchema } },
    (request) => snapshot(database, (queries) => weighWaiting(queries, request.body)),
  );
  done();
};
