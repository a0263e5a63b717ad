import {
  ownPasswordSchema,
  signInSchema,
  type OwnPassword,
  type DemoSignIn,
  type SessionAnswer,
  type SignIn,
} from '@honest-ledger/contracts';
import { inArray, sql } from 'drizzle-orm';
import type { FastifyPluginCallback } from 'fastify';
import type { Database } from '../database/database';
import { users } from '../database/schema/index';
import { Problem } from '../http/problems';
import type { PlatformServices } from '../services';
import { SIGN_IN_LIMIT } from '../http/sign-in-limit';
import { passwordMatches } from './passwords';
import { changeOwnPassword } from './own-password';
import { giveToken, type SessionUser } from './plugin';

/** Somebody whom the page of signing in offers, with the password they have in the demo. */
export type SignInOffered = Pick<DemoSignIn, 'email' | 'password'>;

export interface SessionOptions extends PlatformServices {
  /** Of a demo; empty everywhere else. */
  readonly signInsOffered: readonly SignInOffered[];
}

/** Sign in, sign out, and who is signed in. */
export const sessionRoutes: FastifyPluginCallback<SessionOptions> = (app, services, done) => {
  const { database, signInsOffered } = services;
  const answerFor = async (user: SessionUser | undefined): Promise<SessionAnswer> => {
    if (!user) return { user: null, demo: await usersOffered(database, signInsOffered) };
    const { name, email, role } = user;
    return { user: { name, email, role }, demo: [] };
  };

  app.get<{ Reply: SessionAnswer }>(
    '/session',
    { config: { open: true } },
    async (request, reply) => {
      const { user } = request.session;
      if (user) giveToken(reply);
      return reply.send(await answerFor(user));
    },
  );

  app.post<{ Body: SignIn; Reply: SessionAnswer }>(
    '/session',
    { config: { open: true, rateLimit: SIGN_IN_LIMIT }, schema: { body: signInSchema } },
    async (request, reply) => {
      const { email, password } = request.body;
      const [found] = await database
        .select()
        .from(users)
        .where(sql`lower(${users.email}) = lower(${email.trim()})`);
      const hash = found?.active === true ? found.passwordHash : undefined;
      if (!(await passwordMatches(hash, password)) || !found) {
        throw new Problem(401, 'The e-mail address or the password is not right.');
      }
      await request.session.regenerate();
      const { id, name, role } = found;
      const user = { id, name, email: found.email, role };
      request.session.user = user;
      giveToken(reply);
      return reply.send(await answerFor(user));
    },
  );

  app.put<{ Body: OwnPassword }>(
    '/session/password',
    { config: { requires: 'look', rateLimit: SIGN_IN_LIMIT }, schema: { body: ownPasswordSchema } },
    async (request, reply) => {
      await changeOwnPassword(request, services);
      return reply.code(204).send();
    },
  );

  app.delete('/session', { config: { requires: 'look' } }, async (request, reply) => {
    await request.session.destroy();
    return reply.code(204).send();
  });
  done();
};

/** Those of them who are users that may sign in. */
async function usersOffered(
  database: Database,
  offered: readonly SignInOffered[],
): Promise<DemoSignIn[]> {
  if (offered.length === 0) return [];
  const emails = offered.map(({ email }) => email);
  const rows = await database.select().from(users).where(inArray(users.email, emails));
  return offered.flatMap(({ email, password }) => {
    const user = rows.find((row) => row.email === email && row.active);
    return user ? [{ email, password, name: user.name, role: user.role }] : [];
  });
}
