import cookie from '@fastify/cookie';
import csrf from '@fastify/csrf-protection';
import session from '@fastify/session';
import { may, type Permission, type SignedInUser } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import type { FastifyReply, FastifyRequest } from 'fastify';
import plugin from 'fastify-plugin';
import type { Actor } from '../changes/record';
import { users } from '../database/schema/index';
import { Problem } from '../http/problems';
import type { PlatformServices } from '../services';
import { PostgresSessionStore, SESSION_MILLISECONDS } from './session-store';

export interface SessionUser extends SignedInUser {
  readonly id: number;
}

declare module 'fastify' {
  interface Session {
    user?: SessionUser;
    /** Whether it was read from the store, and so is no new one. */
    stored?: boolean;
  }
  interface FastifyContextConfig {
    /** Answers without a signed-in user. */
    open?: boolean;
    /** What the user's role must allow. Every route that is not open names it. */
    requires?: Permission;
  }
}

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Sessions, and the two guards of every route below: a signed-in user, and on everything but reads
 * the page's own token against forged requests.
 */
export const sessions = plugin<{ services: PlatformServices; secret: string }>(
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
    app.addHook('onRoute', ({ config, method, url }) => {
      if (config?.open !== true && config?.requires === undefined) {
        throw new Error(`${String(method)} ${url} does not say who may ask`);
      }
    });
    app.addHook('preValidation', async (request) => {
      const { user } = request.session;
      if (user) await refresh(request, services.database, user);
    });
    app.addHook('preValidation', (request, reply, done) => {
      const { open, requires: permission } = request.routeOptions.config;
      const { user } = request.session;
      if (open === true) {
        done();
      } else if (!user) {
        done(new Problem(401, 'Sign in to go on.'));
      } else if (permission !== undefined && !may(user.role, permission)) {
        done(new Problem(403, `Your role, ${user.role}, may not do this.`));
      } else if (READS.has(request.method)) {
        done();
      } else {
        app.csrfProtection(request, reply, done);
      }
    });
  },
);

/** Somebody's role and name are those of now, and whose account is closed is signed out. */
async function refresh(
  request: FastifyRequest,
  database: PlatformServices['database'],
  { id }: SessionUser,
): Promise<void> {
  const { name, email, role, active } = users;
  const [found] = await database
    .select({ name, email, role, active })
    .from(users)
    .where(eq(users.id, id));
  if (found?.active === true) {
    request.session.user = { id, name: found.name, email: found.email, role: found.role };
  } else {
    delete request.session.user;
  }
}

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

/** Who asks, and when, for the record. */
export function actor(request: FastifyRequest, { now }: PlatformServices): Actor {
  return { id: signedIn(request).id, now: now() };
}
