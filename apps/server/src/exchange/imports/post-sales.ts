import {
  documentToForm,
  lineFromForm,
  type DocumentFactsForm,
  type DocumentOutcome,
} from '@honest-ledger/contracts';
import {
  PLAIN_DOCUMENT,
  priceDocument,
  type CompiledSetup,
  type ItemFacts,
  type PricedDocument,
  type PricingDocument,
  type RuleByHand,
} from '@honest-ledger/engine';
import type { MassActor } from '../../platform/changes/mass';
import { countUnitsSold } from '../../master-data/costs/count-units-sold';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { customers, documentLines, documents, outlets } from '../../platform/database/schema/index';
import { storeAllFacts } from '../../selling/documents/facts';
import { NO_OVERRIDE_AUTHORS } from '../../selling/documents/hands';
import { outcomeOf } from '../../selling/documents/queries';
import { lineRows } from '../../selling/documents/write-document';
import { Problem } from '../../platform/http/problems';
import { grouped } from './cells';
import { distinct, numbersOf, type PastSale } from './past-sale';
import { pastFacts, type PastFacts } from './past-sale-facts';

/** PostgreSQL takes at most 65,535 parameters in one statement, and a line has more than twenty. */
const LINES_AT_ONCE = 1000;

/** A past sale once it is priced. */
interface PostedSale {
  readonly sale: PastSale;
  readonly at: Date;
  readonly document: PricingDocument;
  readonly priced: PricedDocument;
}

/**
 * Posts past sales, those of a day together and the days in their order: a sale is priced with what was
 * sold before it.
 */
export async function postSales(
  transaction: Transaction,
  setup: CompiledSetup,
  sales: readonly PastSale[],
  actor: MassActor,
): Promise<void> {
  const facts = await pastFacts(transaction, setup, sales);
  const ids = await idsOf(transaction, sales);
  const days = [...grouped(sales, ({ posted }) => posted)].sort(([a], [b]) => (a < b ? -1 : 1));
  for (const [day, ofDay] of days) {
    const numbers = distinct(ofDay.flatMap(numbersOf));
    const found = await readItemsToPrice(transaction, pricingDay(day, setup), numbers);
    const itemIds = new Map(found.map(({ id, item }) => [item, id]));
    const goods = found.map(({ id: _, ...item }) => item);
    const posted: PostedSale[] = [];
    for (const sale of ofDay) posted.push(await priceSale(setup, sale, goods, facts));
    const written = await writeSales(transaction, posted, { ...ids, items: itemIds }, actor);
    await countUnitsSold(transaction, written, day);
  }
}

async function priceSale(
  setup: CompiledSetup,
  sale: PastSale,
  ofDay: readonly ItemFacts[],
  facts: PastFacts,
): Promise<PostedSale> {
  const numbers = new Set(numbersOf(sale));
  const goods = ofDay.filter(({ item }) => numbers.has(item));
  if (goods.length < numbers.size) {
    throw new Problem(422, `Some goods of sale ${sale.name} are not there any more.`);
  }
  const document: PricingDocument = {
    ...PLAIN_DOCUMENT,
    kind: 'sale',
    pricedAt: facts.at(sale).toISOString(),
    currency: sale.currency,
    facts: await facts.of(sale, goods),
    lines: sale.lines.map(lineFromForm),
  };
  const today = priceDocument(setup, document);
  const asSold = withoutRules(document, today);
  const priced = asSold === document ? today : priceDocument(setup, asSold);
  if (priced.unpricedLines > 0) {
    throw new Problem(422, `Sale ${sale.name} has lines without a price.`);
  }
  facts.posted(sale, goods);
  return { sale, at: facts.at(sale), document: asSold, priced };
}

/** Its prices are closed to rules, but a charge of today would come on top: it was not asked then. */
function withoutRules(document: PricingDocument, { rules }: PricedDocument): PricingDocument {
  const byHand = rules.map(({ rule }): RuleByHand => ({ rule: rule.id, line: null, is: 'off' }));
  return byHand.length === 0 ? document : { ...document, byHand };
}

interface Ids {
  readonly customers: ReadonlyMap<string, number>;
  readonly outlets: ReadonlyMap<string, number>;
  readonly items: ReadonlyMap<string, number>;
}

/** @returns their numbers */
async function writeSales(
  transaction: Transaction,
  posted: readonly PostedSale[],
  ids: Ids,
  { id: by, mass }: MassActor,
): Promise<number[]> {
  const forms = posted.map(({ document }): DocumentFactsForm => documentToForm(document).facts);
  const hashes = await storeAllFacts(transaction, forms);
  const rows = await transaction
    .insert(documents)
    .values(
      posted.map(({ sale, at, document, priced }) => {
        const outcome: DocumentOutcome = outcomeOf(priced);
        return {
          kind: 'sale' as const,
          state: 'posted' as const,
          importedAs: sale.name,
          massChangeId: mass,
          customerId: sale.customer === null ? null : (ids.customers.get(sale.customer) ?? null),
          outletId: sale.outlet === null ? null : (ids.outlets.get(sale.outlet) ?? null),
          currency: sale.currency,
          byHand: document.byHand,
          outcome,
          total: outcome.total,
          changedBy: by,
          changedAt: at,
          settledAt: at,
        };
      }),
    )
    .returning({ number: documents.number, name: documents.importedAs });
  const numbers = new Map(rows.map(({ number, name }) => [name, number]));
  const lines = posted.flatMap(({ sale, at, priced }, place) =>
    lineRows(sale.lines, priced, {
      number: numbers.get(sale.name) ?? 0,
      itemIds: ids.items,
      pricedAt: at,
      factsHash: hashes[place] ?? '',
      overrideAuthors: NO_OVERRIDE_AUTHORS,
    }),
  );
  for (let from = 0; from < lines.length; from += LINES_AT_ONCE) {
    await transaction.insert(documentLines).values(lines.slice(from, from + LINES_AT_ONCE));
  }
  return rows.map(({ number }) => number);
}

async function idsOf(
  transaction: Transaction,
  sales: readonly PastSale[],
): Promise<Pick<Ids, 'customers' | 'outlets'>> {
  const of = async (
    table: typeof customers | typeof outlets,
    codes: readonly string[],
  ): Promise<ReadonlyMap<string, number>> => {
    const rows = await transaction
      .select({ id: table.id, code: table.code })
      .from(table)
      .where(inList(table.code, distinct(codes)));
    return new Map(rows.map(({ id, code }) => [code, id]));
  };
  return {
    customers: await of(
      customers,
      sales.flatMap(({ customer }) => customer ?? []),
    ),
    outlets: await of(
      outlets,
      sales.flatMap(({ outlet }) => outlet ?? []),
    ),
  };
}
