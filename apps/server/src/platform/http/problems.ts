import { fieldProblems, type FieldProblem, type ProblemDetails } from '@honest-ledger/contracts';
import type { FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import Joi from 'joi';
import { STATUS_CODES } from 'node:http';
import { isDatabaseGone, postgresCode } from '../database/database';
import { Busy } from '../database/try-again';

/** An answer that says what is wrong; thrown anywhere below a route. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly more: {
      readonly fields?: readonly FieldProblem[];
      readonly current?: unknown;
      /** When a later try may go well, in seconds from now. */
      readonly retryAfter?: number;
    } = {},
  ) {
    super(detail);
    this.name = 'Problem';
  }
}

export const notFound = (what: string): Problem => new Problem(404, `${what} does not exist.`);

/** Somebody else changed it first; `current` is what stands there now. */
export const conflict = (detail: string, current: unknown): Problem =>
  new Problem(409, detail, { current });

/** Fields of what was sent are wrong. */
export const refused = (fields: readonly FieldProblem[]): Problem =>
  new Problem(422, fields.map(({ sentence }) => `${sentence}.`).join(' '), { fields });

/** Answers every error as problem details (RFC 9457). */
export function sendProblems(app: FastifyInstance): void {
  app.setErrorHandler((error: FastifyError | Problem | Busy, request, reply) => {
    const problem = asProblem(error, request);
    return sendProblem(reply, problem);
  });
}

export function sendProblem(reply: FastifyReply, problem: Problem): FastifyReply {
  const { retryAfter, ...more } = problem.more;
  if (retryAfter !== undefined) reply.header('retry-after', String(retryAfter));
  const details: ProblemDetails = {
    type: 'about:blank',
    title: STATUS_CODES[problem.status] ?? 'Error',
    status: problem.status,
    detail: problem.detail,
    ...more,
  };
  return reply.code(problem.status).type('application/problem+json').send(details);
}

function asProblem(error: FastifyError | Problem | Busy, request: FastifyRequest): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof Busy) {
    request.log.warn({ err: error }, 'a request was in others’ way');
    return new Problem(
      503,
      'Too many people are saving at this moment, so nothing was saved. It is tried again.',
      { retryAfter: error.retryAfter },
    );
  }
  if (Joi.isError(error)) {
    return refused(fieldProblems(error));
  }
  if (postgresCode(error) === UNIQUE_VIOLATION) {
    return new Problem(409, 'Something of this name or number is there already.');
  }
  if (isDatabaseGone(error)) {
    request.log.error({ err: error }, 'the database cannot be reached');
    return new Problem(503, 'The database cannot be reached, so nothing was saved. Try again.');
  }
  const known = KNOWN[error.code];
  if (known) return known;
  if (error.statusCode !== undefined && error.statusCode < 500) {
    return new Problem(error.statusCode, error.message);
  }
  request.log.error({ err: error }, 'a request failed');
  return new Problem(
    500,
    `Something went wrong on the server, and nothing was saved. Its log names this request ${request.id}.`,
  );
}

const UNIQUE_VIOLATION = '23505';

const KNOWN: Readonly<Record<string, Problem>> = {
  FST_ERR_CTP_INVALID_JSON_BODY: new Problem(400, 'The body is not JSON.'),
  FST_ERR_CTP_EMPTY_JSON_BODY: new Problem(400, 'The body is empty; JSON was expected.'),
  FST_ERR_CTP_INVALID_MEDIA_TYPE: new Problem(415, 'The body must be JSON (application/json).'),
  FST_ERR_CTP_BODY_TOO_LARGE: new Problem(413, 'The body is larger than 1 MiB.'),
  FST_CSRF_INVALID_TOKEN: new Problem(403, 'This page is out of date. Load it again.'),
  FST_CSRF_MISSING_SECRET: new Problem(403, 'This page is out of date. Load it again.'),
};
