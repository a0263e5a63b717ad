import {
  may,
  ruleItemsQuestionSchema,
  ruleParams,
  ruleQuestionSchema,
  trialSchema,
  type RuleAnswer,
  type RuleContent,
  type RuleItemsPage,
  type RuleItemsQuestion,
  type RuleList,
  type RuleParams,
  type RuleQuestion,
  type RuleRecord,
  type RulesAnswer,
  type RuleView,
  type Trial,
  type SignedInUser,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { asksForCost } from '../costs/hide-costs';
import { snapshot, type Queries } from '../database/database';
import { notFound } from '../http/problems';
import type { Services } from '../services';
import { signedIn } from '../session/plugin';
import { itemsOfRule } from './items';
import { findRule, findRules } from './queries';
import { recordOfRule } from './record';
import { tryRule } from './try-rule';
import { tryRules } from './try-rules';

/** Conditional rules as they are published and as drafts would have them. */
export const ruleRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: RuleList }>('/rules', { config: { may: 'look' } }, () =>
    snapshot(database, (queries) => findRules(queries, services)),
  );

  app.post<{ Body: Trial; Reply: RulesAnswer }>(
    '/rules/try',
    { config: { may: 'look' }, schema: { body: trialSchema } },
    (request) => snapshot(database, (queries) => tryRules(queries, services, request.body)),
  );

  app.get<{ Params: RuleParams; Reply: RuleView }>(
    '/rules/:id',
    { config: { may: 'look' }, schema: { params: ruleParams } },
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
    { config: { may: 'look' }, schema: { params: ruleParams } },
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
    { config: { may: 'look' }, schema: { params: ruleParams, body: ruleItemsQuestionSchema } },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const user = signedIn(request);
        const content = await contentAsked(queries, services, user, params.id, body.content);
        const question = { ...body, content };
        return itemsOfRule(queries, services, params.id, question, may(user.role, 'seeCosts'));
      }),
  );

  app.post<{ Params: RuleParams; Body: RuleQuestion; Reply: RuleAnswer }>(
    '/rules/:id/try',
    { config: { may: 'look' }, schema: { params: ruleParams, body: ruleQuestionSchema } },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const user = signedIn(request);
        const content = await contentAsked(queries, services, user, params.id, body.content);
        return tryRule(queries, services, params.id, { ...body, content });
      }),
  );
  done();
};

/** A rule that asks for a cost says what things cost. */
function isHidden({ published, draft }: RuleView, { role }: SignedInUser): boolean {
  return !may(role, 'seeCosts') && [published, draft?.content].some(asksForCost);
}

/** What a rule says where somebody asks of it; who may not edit it asks of it as it stands. */
async function contentAsked(
  queries: Queries,
  services: Services,
  user: SignedInUser,
  id: string,
  asked: RuleContent,
): Promise<RuleContent> {
  if (may(user.role, 'editSetup')) return asked;
  const found = await findRule(queries, services, id);
  const content = found?.draft?.content ?? found?.published;
  if (!found || !content || isHidden(found, user)) throw notFound('This rule');
  return content;
}
