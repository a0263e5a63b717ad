import { and, eq } from 'drizzle-orm';
import { insertRows, type WrittenColumn } from '../../platform/database/insert-rows';
import { serializable, snapshot, type Transaction } from '../../platform/database/database';
import {
  salesBacktest,
  salesBacktestLines,
  salesBacktestParts,
} from '../../platform/database/schema/index';
import { documentsAsPriced, documentsInShort } from '../../selling/documents/as-priced';
import type { Services } from '../../setup/versions/services';
import { beginTally, countMoved, countUnmoved, setupsFor, type Comparison } from './compare-sales';
import { setupAskedFor } from './setup-asked-for';

/** The job that prices some past sales again. */
export const SALES_BACKTEST_JOB = 'price-sales-again';
export interface SalesBacktestJob {
  readonly run: string;
  readonly place: number;
}

type Row = Omit<typeof salesBacktestLines.$inferInsert, 'id' | 'runId'>;

/**
 * Prices one part of the sales again, and writes down the lines that come out otherwise, with causes.
 * Each sale is computed under its own version, too: what differs there is a fault of the engine. Only
 * of sales of which a figure is another is it asked how the prices come about.
 * @param last whether it is not tried again: then the whole is told as failed
 */
export async function priceSalesPart(
  services: Services,
  { run, place }: SalesBacktestJob,
  last: boolean,
): Promise<void> {
  try {
    const { database } = services;
    const priced = await snapshot(database, (queries) => pricePart(queries, services, run, place));
    // short, and apart: what reads thousands of rows is not to be in the way of those who write
    if (priced)
      await serializable(database, (transaction) => savePart(transaction, run, place, priced));
  } catch (error) {
    if (!last) throw error;
    const problem = error instanceof Error ? error.message : String(error);
    await services.database
      .update(salesBacktest)
      .set({ state: 'failed', problem })
      .where(and(eq(salesBacktest.id, run), eq(salesBacktest.state, 'running')));
  }
}

/** What came of a part. */
interface PricedPart extends Pick<
  typeof salesBacktestParts.$inferSelect,
  'lines' | 'older' | 'typed' | 'sums'
> {
  readonly rows: readonly Row[];
}

/** Null for one that was cancelled or thrown away meanwhile, or done by somebody else already. */
async function pricePart(
  transaction: Transaction,
  services: Services,
  run: string,
  place: number,
): Promise<PricedPart | null> {
  const [found] = await transaction
    .select({ run: salesBacktest, part: salesBacktestParts })
    .from(salesBacktest)
    .innerJoin(salesBacktestParts, eq(salesBacktestParts.runId, salesBacktest.id))
    .where(and(eq(salesBacktest.id, run), eq(salesBacktestParts.place, place)));
  if (found?.run.state !== 'running' || found.part.done) return null;
  const { draftRevision } = found.run;
  const { by: askedBy, category, withoutTyped = 'none' } = found.run.asked;
  const by = await setupAskedFor(transaction, services, askedBy, draftRevision);
  const comparison: Comparison = { by, category, withoutTyped };
  const setups = setupsFor(transaction, services, comparison);
  const tally = beginTally();
  const moved: number[] = [];
  for (const sale of await documentsInShort(transaction, found.part.sales)) {
    if (!countUnmoved(sale, await setups(sale), comparison, tally)) moved.push(sale.number);
  }
  const rows: Row[] = [];
  for (const sale of await documentsAsPriced(transaction, moved)) {
    const compared = countMoved(sale, await setups(sale), comparison, tally);
    rows.push(...compared.map((row) => ({ ...row, place, sale: sale.number })));
  }
  return { rows, ...tally.told() };
}

/** Writes down what came of a part, unless that was done or cancelled meanwhile. */
async function savePart(
  transaction: Transaction,
  run: string,
  place: number,
  { rows, ...part }: PricedPart,
): Promise<void> {
  const [running] = await transaction
    .select({ id: salesBacktest.id })
    .from(salesBacktest)
    .where(and(eq(salesBacktest.id, run), eq(salesBacktest.state, 'running')));
  if (!running) return;
  const [saved] = await transaction
    .update(salesBacktestParts)
    .set({ done: true, ...part })
    .where(
      and(
        eq(salesBacktestParts.runId, run),
        eq(salesBacktestParts.place, place),
        eq(salesBacktestParts.done, false),
      ),
    )
    .returning({ place: salesBacktestParts.place });
  if (!saved) return;
  await insertRows(transaction, 'sales_again_lines', { column: 'run_id', id: run }, WRITTEN, rows);
}

const WRITTEN: readonly WrittenColumn<Row>[] = [
  ['place', 'place', 'integer'],
  ['sale', 'sale', 'integer'],
  ['item', 'item', 'text'],
  ['name', 'name', 'text'],
  ['quantity', 'quantity', 'numeric'],
  ['unit', 'unit', 'text'],
  ['was', 'was', 'numeric'],
  ['now', 'now', 'numeric'],
  ['fault', 'fault', 'boolean'],
  ['causes', 'causes', 'text[]'],
];
