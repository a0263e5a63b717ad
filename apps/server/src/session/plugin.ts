import cookie from '@fastify/cookie';
import csrf from '@fastify/csrf-protection';
import session from '@fastify/session';
import type { SignedInUser } from '@honest-ledger/contracts';
import type { FastifyReply, FastifyRequest } from 'fastify';
import plugin from 'fastify-plugin';
import { Problem } from '../http/problems';
import type { Services } from '../services';
import { PostgresSessionStore, SESSION_MILLISECONDS } from './session-store';

export interface SessionUser extends SignedInUser {
  readonly id: number;
}

declare module 'fastify' {
  interface Session {
    user?: SessionUser;
  }
  interface FastifyContextConfig {
    /** Answers without a signed-in user. */
    open?: boolean;
  }
}

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Sessions, and the two guards of every route below: a signed-in user, and on everything but reads
 * the page's own token against forged requests.
 */
export const sessions = plugin<{ services: Services; secret: string }>(
  async (app, { services, secret }) => {
    await app.register(cookie);
    await app.register(session, {
      secret,
      cookieName: 'honest-ledger',
      store: new PostgresSessionStore(services.database, services.now),
      saveUninitialized: false,
      rolling: true,
      cookie: { httpOnly: true, sameSite: 'strict', secure: false, maxAge: SESSION_MILLISECONDS },
    });
    await app.register(csrf, { sessionPlugin: '@fastify/session' });
    app.addHook('preValidation', (request, reply, done) => {
      if (request.routeOptions.config.open === true) {
        done();
      } else if (!request.session.user) {
        done(new Problem(401, 'Sign in to go on.'));
      } else if (READS.has(request.method)) {
        done();
      } else {
        app.csrfProtection(request, reply, done);
      }
    });
  },
);

/** The cookie Angular reads the token from. */
const TOKEN_COOKIE = 'XSRF-TOKEN';

/** Gives the page the token it must send back with everything but reads. */
export function giveToken(reply: FastifyReply): void {
  reply.setCookie(TOKEN_COOKIE, reply.generateCsrf(), { path: '/', sameSite: 'strict' });
}

/** Who asks; only below the guard above. */
export function signedIn(request: FastifyRequest): SessionUser {
  const { user } = request.session;
  if (!user) throw new Problem(401, 'Sign in to go on.');
  return user;
}
