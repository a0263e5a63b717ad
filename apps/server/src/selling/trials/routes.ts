import {
  draftParams,
  ruleParams,
  ruleQuestionSchema,
  trialSchema,
  type DraftParams,
  type DraftTrial,
  type RuleAnswer,
  type RuleParams,
  type RuleQuestion,
  type RulesAnswer,
  type Trial,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../../platform/database/database';
import { ruleAsked } from '../../setup/rules/rule-asked';
import { signedIn } from '../../platform/session/plugin';
import type { Services } from '../../setup/versions/services';
import { tryDraft } from './try-draft';
import { tryRule } from './try-rule';
import { tryRules } from './try-rules';

/** Rules and drafts tried on documents, real ones or ones made up for it. */
export const trialRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.post<{ Body: Trial; Reply: RulesAnswer }>(
    '/rules/try',
    { config: { requires: 'look' }, schema: { body: trialSchema } },
    (request) => snapshot(database, (queries) => tryRules(queries, services, request.body)),
  );

  app.post<{ Params: RuleParams; Body: RuleQuestion; Reply: RuleAnswer }>(
    '/rules/:id/try',
    { config: { requires: 'look' }, schema: { params: ruleParams, body: ruleQuestionSchema } },
    (request) =>
      snapshot(database, async (queries) => {
        const { params, body } = request;
        const user = signedIn(request);
        const content = await ruleAsked(queries, services, user, params.id, body.content);
        return tryRule(queries, services, params.id, { ...body, content });
      }),
  );
  app.get<{ Params: DraftParams; Reply: DraftTrial }>(
    '/drafts/:draft/trial',
    { config: { requires: 'look' }, schema: { params: draftParams } },
    (request) => snapshot(database, (queries) => tryDraft(queries, services, request.params.draft)),
  );
  done();
};
