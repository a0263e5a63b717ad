import type { Pool, PoolClient } from 'pg';

/** What is written by one at a time, each having seen what the one before wrote. */
export type Turn = 'drafts' | 'ruleUses';

/** Any fixed numbers will do: they keep processes from taking the same turn at once. */
const LOCKS: Readonly<Record<Turn, number>> = { drafts: 7_304_118, ruleUses: 7_304_119 };

/** The last of this process that waits, by turn: those before it take one connection, not all of them. */
const last = new Map<Turn, Promise<unknown>>();

/**
 * Does something on a connection of its own once those that asked for the same turn before are done,
 * in this process and in others. The turn is taken before a transaction begins, so that its first
 * reading sees what they have written.
 */
export function inTurn<T>(
  pool: Pool,
  turn: Turn,
  work: (client: PoolClient) => Promise<T>,
): Promise<T> {
  const before = last.get(turn) ?? Promise.resolve();
  const own = before.then(
    () => alone(pool, turn, work),
    () => alone(pool, turn, work),
  );
  last.set(turn, own);
  const forget = (): void => {
    if (last.get(turn) === own) last.delete(turn);
  };
  own.then(forget, forget);
  return own;
}

async function alone<T>(
  pool: Pool,
  turn: Turn,
  work: (client: PoolClient) => Promise<T>,
): Promise<T> {
  const client = await pool.connect();
  let isFit = false;
  try {
    await client.query('select pg_advisory_lock($1)', [LOCKS[turn]]);
    try {
      return await work(client);
    } finally {
      await client.query('select pg_advisory_unlock($1)', [LOCKS[turn]]);
      isFit = true;
    }
  } finally {
    // a connection that may still hold the turn is closed, which gives it back
    client.release(!isFit);
  }
}
