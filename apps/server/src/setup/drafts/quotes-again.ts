import { and, eq, sql } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { priceChanges } from '../../platform/database/schema/index';
import { addJob } from '../../platform/jobs/add-job';

/** The job that prices open quotes again once a price change is published. */
export const QUOTES_JOB = 'price-quotes-again';
export interface QuotesJob {
  /** The price change, named as in jobs that wait since before it was called so. */
  readonly repricing: string;
  /** The version that brought the new prices. */
  readonly version: number;
}

/** After a draft is published: the quotes of the price changes in it are priced again, where asked. */
export async function askForQuotes(
  transaction: Transaction,
  draft: string,
  version: number,
): Promise<void> {
  const found = await transaction
    .select({ id: priceChanges.id })
    .from(priceChanges)
    .where(
      and(
        eq(priceChanges.draftId, draft),
        eq(priceChanges.state, 'applied'),
        sql`${priceChanges.content}->>'quotes' = 'priceAgain'`,
      ),
    );
  for (const { id } of found) {
    await addJob(transaction, QUOTES_JOB, { repricing: id, version } satisfies QuotesJob);
  }
}
