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
import { findRule, findRules } from './queries';
import { recordOfRule } from './record';
import { contentAsked, isHidden } from './rule-asked';

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
        findRule(queries, services, request.params.id),
      );
      if (!found || isHidden(found, signedIn(request))) throw notFound('This rule');
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
        const found = await findRule(queries, services, id);
        if (!found || isHidden(found, user)) throw notFound('This rule');
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
        const content = await contentAsked(queries, services, user, params.id, body.content);
        const question = { ...body, content };
        return itemsOfRule(queries, services, params.id, question, may(user.role, 'seeCosts'));
      }),
  );

  done();
};
