import { signInSchema, type SessionAnswer, type SignIn } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import type { FastifyPluginCallback } from 'fastify';
import { users } from '../database/schema/index';
import { Problem } from '../http/problems';
import type { Services } from '../services';
import { passwordMatches } from './passwords';
import { giveToken, type SessionUser } from './plugin';

/** Sign in, sign out, and who is signed in. */
export const sessionRoutes: FastifyPluginCallback<Services> = (app, { database }, done) => {
  app.get<{ Reply: SessionAnswer }>(
    '/session',
    { config: { open: true } },
    async (request, reply) => {
      const { user } = request.session;
      if (user) giveToken(reply);
      return reply.send(answerFor(user));
    },
  );

  app.post<{ Body: SignIn; Reply: SessionAnswer }>(
    '/session',
    { config: { open: true }, schema: { body: signInSchema } },
    async (request, reply) => {
      const { email, password } = request.body;
      const [found] = await database
        .select()
        .from(users)
        .where(sql`lower(${users.email}) = lower(${email.trim()})`);
      if (!(await passwordMatches(found?.passwordHash, password)) || !found) {
        throw new Problem(401, 'The e-mail address or the password is not right.');
      }
      await request.session.regenerate();
      const user = { id: found.id, name: found.name, email: found.email };
      request.session.user = user;
      giveToken(reply);
      return reply.send(answerFor(user));
    },
  );

  app.delete('/session', async (request, reply) => {
    await request.session.destroy();
    return reply.code(204).send();
  });
  done();
};

function answerFor(user: SessionUser | undefined): SessionAnswer {
  return { user: user ? { name: user.name, email: user.email } : null };
}
