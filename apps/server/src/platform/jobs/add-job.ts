import { sql } from 'drizzle-orm';
import type { Queries } from '../database/database';

/**
 * Puts a job in the queue, in the transaction that needs it: what is rolled back was never asked for.
 * @param name one of the names that `app/job-handlers.ts` knows
 * @param wait how long it is not to be begun, in milliseconds: the queue goes by the database's clock,
 * which may not be ours
 */
export async function addJob(
  queries: Queries,
  name: string,
  payload: object,
  wait = 0,
): Promise<void> {
  await queries.execute(
    sql`select graphile_worker.add_job(${name}, payload := ${JSON.stringify(payload)}::json,
      run_at := now() + ${Math.max(0, wait) / 1000} * interval '1 second',
      max_attempts := ${MAX_ATTEMPTS})`,
  );
}

/** A job that failed so often is not tried again. */
export const MAX_ATTEMPTS = 4;
