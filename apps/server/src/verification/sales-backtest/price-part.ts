import {
  type PricedDocumentForm,
  type SalesBacktestSum,
  type WithoutTyped,
  namesFromFacts,
} from '@honest-ledger/contracts';
import {
  add,
  type CompiledSetup,
  type Decimal,
  decimal,
  type ItemFacts,
  MODEL_VERSION,
  priceDocument,
  type PricingDocument,
  print,
  serialized,
  type Setup,
  ZERO,
} from '@honest-ledger/engine';
import { plainWriter, priceCauses } from '@honest-ledger/wording';
import { and, eq } from 'drizzle-orm';
import { insertRows, type WrittenColumn } from '../../platform/database/insert-rows';
import { serializable, snapshot, type Transaction } from '../../platform/database/database';
import {
  salesBacktest,
  salesBacktestLines,
  salesBacktestParts,
} from '../../platform/database/schema/index';
import {
  documentsAsPriced,
  documentsInShort,
  type DocumentAsPriced,
  type DocumentInShort,
} from '../../selling/documents/as-priced';
import { differingFrom } from '../../selling/documents/recalculate';
import type { Services } from '../../setup/versions/services';
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
      await serializable(database, (transaction) => keepPart(transaction, run, place, priced));
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
  const compiledFor = async (sale: Pick<DocumentInShort, 'version'>) => {
    const own = await services.setups.of(transaction, sale.version);
    return { own, other: by && by.compiled !== own.compiled ? by : null };
  };
  const sums = new Map<string, { was: Decimal; now: Decimal }>();
  const count = (currency: string, was: Decimal, now: Decimal): void => {
    const sum = sums.get(currency) ?? { was: ZERO, now: ZERO };
    sums.set(currency, { was: add(sum.was, was), now: add(sum.now, now) });
  };
  const rows: Row[] = [];
  const moved: number[] = [];
  let [lines, older, typed] = [0, 0, 0];
  for (const sale of await documentsInShort(transaction, found.part.sales)) {
    const { own, other } = await compiledFor(sale);
    const asked = asAskedFor(sale, withoutTyped);
    if (sale.modelVersion !== MODEL_VERSION) older += 1;
    typed += typedLines(asked.document);
    const isOther = other !== null || asked !== sale;
    if (!isAsSold(sale, own.compiled) || (isOther && !isAsSold(asked, (other ?? own).compiled))) {
      moved.push(sale.number);
      continue;
    }
    for (const net of netsOf(sale, category)) {
      lines += 1;
      count(sale.document.currency, net, net);
    }
  }
  for (const sale of await documentsAsPriced(transaction, moved)) {
    const { own, other } = await compiledFor(sale);
    const again = computed(sale, own.compiled);
    const isOlder = sale.modelVersion !== MODEL_VERSION;
    const faults = new Set(isOlder ? [] : differingFrom(sale, again.lines).map(({ id }) => id));
    const asked = asAskedFor(sale, withoutTyped);
    const isOther = other !== null || asked !== sale;
    const now = isOther ? computed(asked, (other ?? own).compiled) : again;
    for (const compared of compare(sale, now, (other ?? own).setup, category)) {
      lines += 1;
      const fault = faults.has(compared.id);
      if (compared.now !== null) {
        count(sale.document.currency, decimal(compared.was), decimal(compared.now));
      }
      if (!fault && compared.now === compared.was) continue;
      const { id: _, ...row } = compared;
      rows.push({ ...row, place, sale: sale.number, fault });
    }
  }
  const told = [...sums].map(([currency, { was, now }]): SalesBacktestSum => ({
    currency,
    was: print(was),
    now: print(now),
  }));
  return { rows, lines, older, typed, sums: told };
}

/** Writes down what came of a part, unless that was done or cancelled meanwhile. */
async function keepPart(
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
  const [kept] = await transaction
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
  if (!kept) return;
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

interface Compared extends Omit<Row, 'place' | 'sale' | 'fault'> {
  readonly id: string;
  readonly was: string;
  readonly now: string | null;
}

function computed({ document }: DocumentAsPriced, compiled: CompiledSetup): PricedDocumentForm {
  return serialized(priceDocument(compiled, document));
}

/** A sale as it is priced again: without what was typed of its prices where that is asked for. */
function asAskedFor<Sale extends DocumentInShort | DocumentAsPriced>(
  sale: Sale,
  withoutTyped: WithoutTyped,
): Sale {
  const isWanted = withoutTyped === 'all' || (withoutTyped === 'imported' && sale.isImported);
  const { document } = sale;
  if (!isWanted || (document.discount === null && typedLines(document) === 0)) return sale;
  const lines = document.lines.map((line) => ({ ...line, priceByHand: null, discount: null }));
  return { ...sale, document: { ...document, discount: null, lines } };
}

/** How many lines somebody typed a price or a discount of. */
function typedLines({ lines }: PricingDocument): number {
  return lines.filter(({ priceByHand, discount }) => priceByHand !== null || discount !== null)
    .length;
}

/** Whether all that is paid by of a sale comes out as it was sold; how it comes about is not asked. */
function isAsSold({ document, figures }: DocumentInShort, compiled: CompiledSetup): boolean {
  const { lines } = priceDocument(compiled, document, { workings: false });
  return lines.every((line, place) => {
    const was = figures[place];
    if (!was || line.kind === 'unpriced') return was?.net === null;
    const { net, setUp, slices } = line;
    return (
      print(net) === was.net &&
      (setUp && print(setUp.amount)) === was.setUp &&
      slices.length === was.unitPrices.length &&
      slices.every(({ unitPrice }, slice) => print(unitPrice) === was.unitPrices[slice])
    );
  });
}

/** What the lines of a sale that were sold for a price came to. */
function netsOf({ document, figures }: DocumentInShort, category: string | null): Decimal[] {
  const { items } = document.facts;
  const asked = new Set(items.filter((item) => isIn(item, category)).map(({ item }) => item));
  return document.lines.flatMap(({ item }, place) => {
    const net = figures[place]?.net ?? null;
    return net === null || !asked.has(item) ? [] : [decimal(net)];
  });
}

function isIn({ categories }: ItemFacts, category: string | null): boolean {
  return category === null || categories.some(({ code }) => code === category);
}

/** The lines of a sale that were sold for a price, as they were and as they come out now. */
function compare(
  { document, priced }: DocumentAsPriced,
  { lines: now, notApplied }: PricedDocumentForm,
  setup: Setup,
  category: string | null,
): readonly Compared[] {
  const { items } = document.facts;
  const facts = new Map(items.map((item) => [item.item, item]));
  const names = namesFromFacts(document.facts, setup);
  return priced.flatMap(({ id, line: before }, place): Compared[] => {
    const after = now[place];
    const item = facts.get(before.item);
    if (!after || !item || before.kind !== 'priced') return [];
    if (!isIn(item, category)) return [];
    const net = after.kind === 'priced' ? after.net : null;
    const { quantity, unit, net: was } = before;
    const causes =
      net === was ? [] : [...priceCauses(before, after, names, plainWriter, { notApplied })];
    return [{ id, item: item.item, name: item.name, quantity, unit, was, now: net, causes }];
  });
}
