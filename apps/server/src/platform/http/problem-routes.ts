import { objectOf, PROBLEM_TYPES, type ProblemTypeView } from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import Joi from 'joi';
import { notFound } from './problems';

const problemParams = objectOf<{ kind: string }>({ kind: Joi.string().max(40).required() });

/** What the types of problem details stand for: each is at the address that it names. */
export const problemRoutes: FastifyPluginCallback = (app, _, done) => {
  app.get<{ Reply: readonly ProblemTypeView[] }>(
    '/problems',
    { config: { open: true } },
    () => PROBLEM_TYPES,
  );

  app.get<{ Params: { kind: string }; Reply: ProblemTypeView }>(
    '/problems/:kind',
    { config: { open: true }, schema: { params: problemParams } },
    (request) => {
      const { kind } = request.params;
      const found = PROBLEM_TYPES.find(({ type }) => type === `/api/problems/${kind}`);
      if (!found) throw notFound(`The type of problem ${kind}`);
      return found;
    },
  );
  done();
};
