import {
  may,
  ruleItemsQuestionSchema,
  ruleParams,
  type RuleItemsPage,
  type RuleItemsQuestion,
  type RuleList,
  type RuleParams,
  type RuleRecord,
  type RuleView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../../platform/database/database';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { signedIn } from '../../platform/session/plugin';
import { itemsOfRule } from './items';
import { findRules } from './queries';
import { recordOfRule } from './record';
import { ruleAsked, seenRule, THIS_RULE } from './rule-asked';

/** Conditional rules as they are published and as drafts would have them. */
export const ruleRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: RuleList }>('/rules', { config: { requires: 'look' } }, () =>
    snapshot(database, (queries) => findRules(queries, services)),
  );

  app.get<{ Params: RuleParams; Reply: RuleView }>(
    '/rules/:id',
    { config: { requires: 'look' }, schema: { params: ruleParams } },
    async (request) => {
      const found = await snapshot(database, (queries) =>
        seenRule(queries, services, signedIn(request), request.params.id),
      );
      if (!found) throw notFound(THIS_RULE);
      return found;
    },
  );

  app.get<{ Params: RuleParams; Reply: RuleRecord }>(
    '/rules/:id/record',
    { config: { requires: 'look' }, schema: { params: ruleParams } },
    (request) =>
      snapshot(database, async (queries) => {
        const { id } = request.params;
        const user = signedIn(request);
        if (!(await seenRule(queries, services, user, id))) throw notFound(THIS_RULE);
        return recordOfRule(queries, id, may(user.role, 'seeCosts'));
      }),
  );

  app.post<{ Params: RuleParams; Body: RuleItemsQuestion; Reply: RuleItemsPage }>(
    '/rules/:id/items',
    { config: { requires: 'look' }, schema: { params: ruleParams, body: ruleItemsQuestionSchema } },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const user = signedIn(request);
        const content = await ruleAsked(queries, services, user, params.id, body.content);
        const question = { ...body, content };
        return itemsOfRule(queries, services, params.id, question, may(user.role, 'seeCosts'));
      }),
  );

  done();
};
