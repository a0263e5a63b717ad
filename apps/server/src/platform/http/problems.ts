import {
  fieldProblems,
  PROBLEM_KINDS,
  problemType,
  type FieldProblem,
  type ProblemDetails,
  type ProblemKind,
} from '@honest-ledger/contracts';
import type { FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import Joi from 'joi';
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
      /** Where its status and fields do not say it. */
      readonly kind?: ProblemKind;
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
  const { retryAfter, kind = kindOf(problem), ...more } = problem.more;
  if (retryAfter !== undefined) reply.header('retry-after', String(retryAfter));
  const details: ProblemDetails = {
    type: problemType(kind),
    title: PROBLEM_KINDS[kind].title,
    status: problem.status,
    detail: problem.detail,
    ...more,
  };
  return reply.code(problem.status).type('application/problem+json').send(details);
}

function kindOf({ status, more }: Problem): ProblemKind {
  if (status === 422) return more.fields ? 'invalid-fields' : 'not-possible';
  return KIND_OF_STATUS[status] ?? (status < 500 ? 'malformed' : 'internal-error');
}

const KIND_OF_STATUS: Readonly<Record<number, ProblemKind>> = {
  401: 'not-signed-in',
  403: 'not-permitted',
  404: 'not-found',
  409: 'conflict',
  413: 'too-large',
  415: 'unsupported-media-type',
  429: 'too-many-requests',
  503: 'unavailable',
};

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

const OUT_OF_DATE = new Problem(403, 'This page is out of date. Load it again.', {
  kind: 'page-out-of-date',
});

const UNIQUE_VIOLATION = '23505';

const KNOWN: Readonly<Record<string, Problem>> = {
  FST_ERR_CTP_INVALID_JSON_BODY: new Problem(400, 'The body is not JSON.'),
  FST_ERR_CTP_EMPTY_JSON_BODY: new Problem(400, 'The body is empty; JSON was expected.'),
  FST_ERR_CTP_INVALID_MEDIA_TYPE: new Problem(415, 'The body must be JSON (application/json).'),
  FST_ERR_CTP_BODY_TOO_LARGE: new Problem(413, 'The body is larger than 1 MiB.'),
  FST_CSRF_INVALID_TOKEN: OUT_OF_DATE,
  FST_CSRF_MISSING_SECRET: OUT_OF_DATE,
};
