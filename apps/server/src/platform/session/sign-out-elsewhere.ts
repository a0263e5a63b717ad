import { and, ne, sql } from 'drizzle-orm';
import type { Transaction } from '../database/database';
import { sessions } from '../database/schema/index';

/** Whoever's account was changed signs in anew, everywhere but where it was changed from. */
export async function signOutElsewhere(
  transaction: Transaction,
  user: number,
  but: string,
): Promise<void> {
  await transaction
    .delete(sessions)
    .where(
      and(sql`${sessions.content} -> 'user' ->> 'id' = ${String(user)}`, ne(sessions.id, but)),
    );
}
