import type { OwnPassword } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import type { FastifyRequest } from 'fastify';
import { record } from '../changes/record';
import { users } from '../database/schema/index';
import { refused } from '../http/problems';
import type { PlatformServices } from '../services';
import { refuseGuessable } from './guessable';
import { hashPassword, passwordMatches } from './passwords';
import { actor, signedIn } from './plugin';
import { signOutElsewhere } from './sign-out-elsewhere';

/** Gives whoever is signed in a password of their choice, and ends their other sessions. */
export async function changeOwnPassword(
  request: FastifyRequest<{ Body: OwnPassword }>,
  services: PlatformServices,
): Promise<void> {
  const { database } = services;
  const { id, name, email } = signedIn(request);
  const { old, password } = request.body;
  const [user] = await database.select().from(users).where(eq(users.id, id));
  if (!(await passwordMatches(user?.passwordHash, old))) {
    throw refused([{ path: 'old', sentence: 'This is not your password' }]);
  }
  refuseGuessable(password, [name, email]);
  const passwordHash = await hashPassword(password);
  await database.transaction(async (transaction) => {
    await transaction.update(users).set({ passwordHash }).where(eq(users.id, id));
    await signOutElsewhere(transaction, id, request.session.sessionId);
    await record(transaction, actor(request, services), {
      kind: 'user',
      key: email,
      name,
      action: 'changed',
      before: null,
      after: { password: 'a new one' },
    });
  });
}
