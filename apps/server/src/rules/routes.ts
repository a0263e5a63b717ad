import {
  ruleParams,
  type RuleList,
  type RuleParams,
  type RuleView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../database/database';
import { notFound } from '../http/problems';
import type { Services } from '../services';
import { findRule, findRules } from './queries';

/** Conditional rules as they are published and as drafts would have them. */
export const ruleRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: RuleList }>('/rules', { config: { may: 'look' } }, () =>
    snapshot(database, (queries) => findRules(queries, services)),
  );

  app.get<{ Params: RuleParams; Reply: RuleView }>(
    '/rules/:id',
    { config: { may: 'look' }, schema: { params: ruleParams } },
    async (request) => {
      const found = await snapshot(database, (queries) =>
        findRule(queries, services, request.params.id),
      );
      if (!found) throw notFound('This rule');
      return found;
    },
  );
  done();
};
