import { sql } from 'drizzle-orm';
import type { Queries } from '../database/database';

/**
 * Puts a job in the queue, in the transaction that needs it: what is rolled back was never asked for.
 * @param name one of the names that `jobs` of `queue.ts` knows
 */
export async function addJob(
  queries: Queries,
  name: string,
  payload: object,
  { runAt }: { readonly runAt?: Date } = {},
): Promise<void> {
  await queries.execute(
    sql`select graphile_worker.add_job(${name}, payload := ${JSON.stringify(payload)}::json,
      run_at := ${runAt?.toISOString() ?? null}::timestamptz, max_attempts := ${MOST_ATTEMPTS})`,
  );
}

/** A job that failed so often is not tried again. */
export const MOST_ATTEMPTS = 4;
