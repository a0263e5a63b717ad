import { and, eq, sql } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { repricings } from '../../platform/database/schema/index';
import { addJob } from '../../platform/jobs/add-job';

/** The job that prices open quotes again once a re-pricing is published. */
export const QUOTES_JOB = 'price-quotes-again';
export interface QuotesJob {
  readonly repricing: string;
  /** The version that brought the new prices. */
  readonly version: number;
}

/** After a draft is published: the quotes of the re-pricings in it are priced again, where asked. */
export async function askForQuotes(
  transaction: Transaction,
  draft: string,
  version: number,
): Promise<void> {
  const found = await transaction
    .select({ id: repricings.id })
    .from(repricings)
    .where(
      and(
        eq(repricings.draftId, draft),
        eq(repricings.state, 'applied'),
        sql`${repricings.content}->>'quotes' = 'priceAgain'`,
      ),
    );
  for (const { id } of found) {
    await addJob(transaction, QUOTES_JOB, { repricing: id, version } satisfies QuotesJob);
  }
}
