import type { PricedLineForm, SalesAgainSum } from '@honest-ledger/contracts';
import { namesFromFacts } from '@honest-ledger/contracts';
import {
  add,
  decimal,
  MODEL_VERSION,
  priceCauses,
  priceDocument,
  print,
  printed,
  ZERO,
  type CompiledSetup,
  type Decimal,
  type Setup,
} from '@honest-ledger/engine';
import { and, eq } from 'drizzle-orm';
import { insertRows, type WrittenColumn } from '../database/insert-rows';
import { serializable, type Transaction } from '../database/database';
import { salesAgain, salesAgainLines, salesAgainParts } from '../database/schema/index';
import { documentsAsPriced, type DocumentAsPriced } from '../documents/as-priced';
import { differingFrom } from '../documents/compute-again';
import type { Services } from '../services';
import { setupAskedFor } from './setup-asked-for';

/** The job that prices some past sales again. */
export const SALES_AGAIN_JOB = 'price-sales-again';
export interface SalesAgainJob {
  readonly run: string;
  readonly place: number;
}

type Row = Omit<typeof salesAgainLines.$inferInsert, 'id' | 'runId'>;

/**
 * Prices one part of the sales again, and writes down the lines that come out otherwise, with causes.
 * Each sale is computed under its own version, too: what differs there is a fault of the engine.
 * @param last whether it is not tried again: then the whole is told as failed
 */
export async function priceSalesPart(
  services: Services,
  { run, place }: SalesAgainJob,
  last: boolean,
): Promise<void> {
  try {
    await serializable(services.database, (transaction) =>
      pricePart(transaction, services, run, place),
    );
  } catch (error) {
    if (!last) throw error;
    const problem = error instanceof Error ? error.message : String(error);
    await services.database
      .update(salesAgain)
      .set({ state: 'failed', problem })
      .where(and(eq(salesAgain.id, run), eq(salesAgain.state, 'running')));
  }
}

async function pricePart(
  transaction: Transaction,
  services: Services,
  run: string,
  place: number,
): Promise<void> {
  const [found] = await transaction
    .select({ run: salesAgain, part: salesAgainParts })
    .from(salesAgain)
    .innerJoin(salesAgainParts, eq(salesAgainParts.runId, salesAgain.id))
    .where(and(eq(salesAgain.id, run), eq(salesAgainParts.place, place)));
  // one that was cancelled or thrown away meanwhile, or done by somebody else already
  if (found?.run.state !== 'running' || found.part.done) return;
  const { asked, draftRevision } = found.run;
  const by = await setupAskedFor(transaction, services, asked.by, draftRevision);
  const sums = new Map<string, { was: Decimal; now: Decimal }>();
  const rows: Row[] = [];
  let [lines, older] = [0, 0];
  for (const sale of await documentsAsPriced(transaction, found.part.sales)) {
    const own = await services.setups.of(transaction, sale.version);
    const again = computed(sale, own.compiled);
    const isOlder = sale.modelVersion !== MODEL_VERSION;
    if (isOlder) older += 1;
    const faults = new Set(isOlder ? [] : differingFrom(sale, again).map(({ id }) => id));
    const now = by && by.compiled !== own.compiled ? computedBy(sale, by.compiled) : again;
    for (const compared of compare(sale, now, (by ?? own).setup, asked.category)) {
      lines += 1;
      const fault = faults.has(compared.id);
      if (compared.now !== null) {
        const { currency } = sale.document;
        const sum = sums.get(currency) ?? { was: ZERO, now: ZERO };
        sums.set(currency, {
          was: add(sum.was, decimal(compared.was)),
          now: add(sum.now, decimal(compared.now)),
        });
      }
      if (!fault && compared.now === compared.was) continue;
      const { id: _, ...row } = compared;
      rows.push({ ...row, place, sale: sale.number, fault });
    }
  }
  await insertRows(transaction, 'sales_again_lines', { column: 'run_id', id: run }, WRITTEN, rows);
  const told = [...sums].map(([currency, { was, now }]): SalesAgainSum => ({
    currency,
    was: print(was),
    now: print(now),
  }));
  await transaction
    .update(salesAgainParts)
    .set({ done: true, lines, older, sums: told })
    .where(and(eq(salesAgainParts.runId, run), eq(salesAgainParts.place, place)));
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

function computed(
  { document }: DocumentAsPriced,
  compiled: CompiledSetup,
): readonly PricedLineForm[] {
  return printed(priceDocument(compiled, document).lines);
}

/** By another setup: how prices come about is asked only where one of them is another. */
function computedBy(sale: DocumentAsPriced, compiled: CompiledSetup): readonly PricedLineForm[] {
  const plain = priceDocument(compiled, sale.document, { workings: false });
  const same = plain.lines.every((line, place) => {
    const was = sale.priced[place]?.line;
    return line.kind === 'priced' && was?.kind === 'priced' && print(line.net) === was.net;
  });
  return same ? sale.priced.map(({ line }) => line) : computed(sale, compiled);
}

/** The lines of a sale that were sold for a price, as they were and as they come out now. */
function compare(
  { document, priced }: DocumentAsPriced,
  now: readonly PricedLineForm[],
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
    if (category !== null && !item.categories.some(({ code }) => code === category)) return [];
    const net = after.kind === 'priced' ? after.net : null;
    const { quantity, unit, net: was } = before;
    const causes = net === was ? [] : [...priceCauses(before, after, names)];
    return [{ id, item: item.item, name: item.name, quantity, unit, was, now: net, causes }];
  });
}
