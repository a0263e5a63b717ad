import type { SalesBacktestAsked, SalesBacktestBy } from '@honest-ledger/contracts';
import { and, asc, desc, eq, gte, lt } from 'drizzle-orm';
import type { Actor } from '../../platform/changes/record';
import type { Queries, Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  customers,
  documents,
  drafts,
  salesBacktest,
  salesBacktestParts,
  versions,
} from '../../platform/database/schema/index';
import { notFound, refused } from '../../platform/http/problems';
import { addJob } from '../../platform/jobs/add-job';
import { SALES_BACKTEST_JOB, type SalesBacktestJob } from './price-part';

/** So many sales are priced by one job: some tenths of a second, which a killed process loses. */
const SALES_A_PART = 200;
/** What was asked for before is thrown away beyond that. */
const MAX_KEPT = 20;
const DAY = 24 * 60 * 60 * 1000;

/** Begins to price posted sales again: the queue does it, part by part. @returns its id */
export async function beginSalesBacktest(
  transaction: Transaction,
  asked: SalesBacktestAsked,
  by: Actor,
): Promise<string> {
  const named = await nameOf(transaction, asked.by);
  const numbers = await salesAsked(transaction, asked);
  if (numbers.length === 0) {
    throw refused([{ path: '', sentence: 'No posted sale is among these' }]);
  }
  const [run] = await transaction
    .insert(salesBacktest)
    .values({
      asked,
      by: named.words,
      draftRevision: named.revision,
      startedBy: by.id,
      startedAt: by.now,
    })
    .returning({ id: salesBacktest.id });
  if (!run) throw new Error('what was begun gave no id');
  for (let place = 0; place * SALES_A_PART < numbers.length; place += 1) {
    const sales = numbers.slice(place * SALES_A_PART, (place + 1) * SALES_A_PART);
    await transaction.insert(salesBacktestParts).values({ runId: run.id, place, sales });
    await addJob(transaction, SALES_BACKTEST_JOB, {
      run: run.id,
      place,
    } satisfies SalesBacktestJob);
  }
  await throwOldAway(transaction);
  return run.id;
}

/** Ends it where it is; what was found so far stays. */
export async function cancelSalesBacktest(transaction: Transaction, id: string): Promise<void> {
  const [run] = await transaction
    .update(salesBacktest)
    .set({ state: 'cancelled' })
    .where(and(eq(salesBacktest.id, id), eq(salesBacktest.state, 'running')))
    .returning({ id: salesBacktest.id });
  if (!run) throw notFound('What is to be cancelled');
}

async function nameOf(
  queries: Queries,
  by: SalesBacktestBy,
): Promise<{ readonly words: string; readonly revision: number | null }> {
  switch (by.kind) {
    case 'own':
      return { words: 'as they were', revision: null };
    case 'version': {
      const [version] = await queries
        .select({ number: versions.number })
        .from(versions)
        .where(eq(versions.number, by.version));
      if (version) return { words: `version ${String(by.version)}`, revision: null };
      throw refused([
        { path: 'by.version', sentence: `There is no version ${String(by.version)}` },
      ]);
    }
    case 'draft': {
      const [draft] = await queries.select().from(drafts).where(eq(drafts.id, by.draft));
      if (draft?.state === 'open' || draft?.state === 'waiting') {
        return { words: `the draft ${draft.name}`, revision: draft.revision };
      }
      throw refused([{ path: 'by.draft', sentence: 'This draft is not open' }]);
    }
  }
}

async function salesAsked(
  queries: Queries,
  { from, until, customer }: SalesBacktestAsked,
): Promise<number[]> {
  const rows = await queries
    .select({ number: documents.number })
    .from(documents)
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .where(
      and(
        eq(documents.kind, 'sale'),
        eq(documents.state, 'posted'),
        from === null ? undefined : gte(documents.settledAt, new Date(from)),
        until === null
          ? undefined
          : lt(documents.settledAt, new Date(new Date(until).getTime() + DAY)),
        customer === null ? undefined : eq(customers.code, customer),
      ),
    )
    .orderBy(asc(documents.number));
  return rows.map(({ number }) => number);
}

async function throwOldAway(transaction: Transaction): Promise<void> {
  const old = await transaction
    .select({ id: salesBacktest.id })
    .from(salesBacktest)
    .orderBy(desc(salesBacktest.startedAt))
    .offset(MAX_KEPT);
  if (old.length === 0) return;
  await transaction.delete(salesBacktest).where(
    inList(
      salesBacktest.id,
      old.map(({ id }) => id),
    ),
  );
}
