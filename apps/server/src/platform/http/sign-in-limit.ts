import rateLimit, { type RateLimitOptions } from '@fastify/rate-limit';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import { Problem } from './problems';

/** Tries a minute to sign in with one address from one place. */
const TRIES = 20;

/** Slows down whoever guesses passwords; only routes that ask for it are limited. */
export async function limitSignIns(app: FastifyInstance): Promise<void> {
  await app.register(rateLimit, { global: false });
}

export const SIGN_IN_LIMIT: RateLimitOptions = {
  max: TRIES,
  timeWindow: '1 minute',
  // the address that is tried is in the body, which is read by then
  hook: 'preHandler',
  keyGenerator: (request) => `${request.ip} ${addressIn(request)}`,
  errorResponseBuilder: (_request, { after }) =>
    new Problem(429, `Too many tries to sign in. Try again in ${after}.`),
};

function addressIn({ body }: FastifyRequest): string {
  const named = typeof body === 'object' && body !== null && 'email' in body ? body.email : '';
  return typeof named === 'string' ? named.trim().toLowerCase() : '';
}
