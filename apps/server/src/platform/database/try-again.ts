import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';

/** The code PostgreSQL gave an error, which Drizzle wraps; null where it is another error. */
export function postgresCode(error: unknown): string | null {
  const cause = error instanceof Error ? (error.cause ?? error) : error;
  return cause instanceof pg.DatabaseError ? (cause.code ?? null) : null;
}

/** Too many wrote the same at once; nothing was saved, and a later try may go well. */
export class Busy extends Error {
  override readonly name = 'Busy';

  /** @param retryAfter when that may be, in seconds from now */
  constructor(
    readonly retryAfter: number,
    options: ErrorOptions,
  ) {
    super('too many transactions were in each other’s way', options);
  }
}

/** A transaction could not be put in order with the others, or each of two waited for the other. */
const IN_THE_WAY: ReadonlySet<string | null> = new Set(['40001', '40P01']);

const TRIES = 10;
const FIRST_PAUSE_MILLISECONDS = 8;
const LONGEST_PAUSE_MILLISECONDS = 400;
const RETRY_AFTER_SECONDS = 2;

/**
 * Does something once more where a transaction in it was in others' way, each time after a longer
 * pause of random length, so that those that met do not meet again.
 * @throws {Busy} when that did not help either
 */
export async function tryAgain<T>(
  work: () => Promise<T>,
  { tries = TRIES, random = Math.random } = {},
): Promise<T> {
  for (let done = 1; ; done += 1) {
    try {
      return await work();
    } catch (error) {
      if (!IN_THE_WAY.has(postgresCode(error))) throw error;
      if (done >= tries) throw new Busy(RETRY_AFTER_SECONDS, { cause: error });
      const most = Math.min(FIRST_PAUSE_MILLISECONDS * 2 ** done, LONGEST_PAUSE_MILLISECONDS);
      await pause(most * random());
    }
  }
}
