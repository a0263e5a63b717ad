import {
  userEditSchema,
  userParams,
  type UserEdit,
  type UserParams,
  type UserRow,
} from '@honest-ledger/contracts';
import { and, asc, count, eq, sql } from 'drizzle-orm';
import type { FastifyPluginCallback, FastifyRequest } from 'fastify';
import { isDeepStrictEqual } from 'node:util';
import { record, type Actor } from '../changes/record';
import { serializable, snapshot, type Queries, type Transaction } from '../database/database';
import { users } from '../database/schema/index';
import { Problem, refused } from '../http/problems';
import type { PlatformServices } from '../services';
import { refuseGuessable } from '../session/guessable';
import { hashPassword } from '../session/passwords';
import { signOutElsewhere } from '../session/sign-out-elsewhere';
import { actor, signedIn } from '../session/plugin';
import { changedByAnother } from '../changes/changed-by-another';

/** Who may sign in, and as what. */
export const userRoutes: FastifyPluginCallback<PlatformServices> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: UserRow[] }>('/users', { config: { requires: 'manageUsers' } }, () =>
    snapshot(database, findUsers),
  );

  app.put<{ Params: UserParams; Body: UserEdit }>(
    '/users/:email',
    { config: { requires: 'manageUsers' }, schema: { params: userParams, body: userEditSchema } },
    async (request, reply) => {
      const { password } = request.body;
      if (password !== null) {
        refuseGuessable(password, [request.params.email, request.body.content.name]);
      }
      const hash = password === null ? null : await hashPassword(password);
      await serializable(database, (transaction) =>
        saveUser(
          transaction,
          request.params.email,
          { ...request.body, hash },
          { ...actor(request, services), session: request.session.sessionId },
        ),
      );
      await keepOwnSession(request);
      return reply.code(204).send();
    },
  );
  done();
};

/** Who changes their own role goes on with the new one, and out where they may not sign in any more. */
async function keepOwnSession(
  request: FastifyRequest<{ Params: UserParams; Body: UserEdit }>,
): Promise<void> {
  const user = signedIn(request);
  if (user.email.toLowerCase() !== request.params.email) return;
  const { name, role, active } = request.body.content;
  if (active) request.session.user = { ...user, name, role };
  else await request.session.destroy();
}

async function findUsers(queries: Queries): Promise<UserRow[]> {
  return queries
    .select({ email: users.email, name: users.name, role: users.role, active: users.active })
    .from(users)
    .orderBy(asc(users.name), asc(users.email));
}

interface HashedEdit extends Pick<UserEdit, 'seen' | 'content'> {
  /** That of a new password; null leaves it. */
  readonly hash: string | null;
}

/** Keeps a user or makes one. Whoever is signed in as the user signs in anew. */
async function saveUser(
  transaction: Transaction,
  email: string,
  { seen, content, hash }: HashedEdit,
  by: Actor & { readonly session: string },
): Promise<void> {
  const same = sql`lower(${users.email}) = ${email}`;
  const [row] = await transaction.select().from(users).where(same).for('update');
  const before = row ? { name: row.name, role: row.role, active: row.active } : null;
  if (!isDeepStrictEqual(seen, before)) {
    throw await changedByAnother(transaction, { kind: 'user', key: email }, 'this user', before);
  }
  if (!row && hash === null) {
    throw refused([{ path: 'password', sentence: 'Give the new user a password' }]);
  }
  const columns = { ...content, ...(hash === null ? {} : { passwordHash: hash }) };
  if (row) {
    await transaction.update(users).set(columns).where(eq(users.id, row.id));
    await signOutElsewhere(transaction, row.id, by.session);
  } else {
    await transaction.insert(users).values({ email, passwordHash: '', ...columns });
  }
  await refuseNoAdministrator(transaction);
  await record(transaction, by, {
    kind: 'user',
    key: email,
    name: content.name,
    action: before ? 'changed' : 'made',
    before,
    after: { ...content, ...(hash === null ? {} : { password: 'a new one' }) },
  });
}

async function refuseNoAdministrator(transaction: Transaction): Promise<void> {
  const [left] = await transaction
    .select({ administrators: count() })
    .from(users)
    .where(and(eq(users.role, 'administrator'), eq(users.active, true)));
  if ((left?.administrators ?? 0) > 0) return;
  throw new Problem(422, 'Nobody else may manage users. Make another user an administrator first.');
}
