import { lineFromForm } from '@honest-ledger/contracts';
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
import { idsByCode } from '../../platform/database/codes';
import type { Transaction } from '../../platform/database/database';
import { customers, outlets } from '../../platform/database/schema/index';
import { insertPostedSales, type PostedSale } from '../../selling/documents/insert-documents';
import { Problem } from '../../platform/http/problems';
import { grouped } from './cells';
import { distinct, numbersOf, type PastSale } from './past-sale';
import { pastFacts, type PastFacts } from './past-sale-facts';

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
    for (const sale of ofDay) {
      const { name: importedAs, customer, outlet, lines } = sale;
      posted.push({
        importedAs,
        massChangeId: actor.mass,
        by: actor.id,
        customerId: customer === null ? null : (ids.customers.get(customer) ?? null),
        outletId: outlet === null ? null : (ids.outlets.get(outlet) ?? null),
        lines,
        ...(await priceSale(setup, sale, goods, facts)),
      });
    }
    const written = await insertPostedSales(transaction, posted, itemIds);
    await countUnitsSold(transaction, written, day);
  }
}

async function priceSale(
  setup: CompiledSetup,
  sale: PastSale,
  ofDay: readonly ItemFacts[],
  facts: PastFacts,
): Promise<Pick<PostedSale, 'at' | 'document' | 'priced'>> {
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
  return { at: facts.at(sale), document: asSold, priced };
}

/** Its prices are closed to rules, but a charge of today would come on top: it was not asked then. */
function withoutRules(document: PricingDocument, { rules }: PricedDocument): PricingDocument {
  const byHand = rules.map(({ rule }): RuleByHand => ({ rule: rule.id, line: null, is: 'off' }));
  return byHand.length === 0 ? document : { ...document, byHand };
}

interface Ids {
  readonly customers: ReadonlyMap<string, number>;
  readonly outlets: ReadonlyMap<string, number>;
}

async function idsOf(transaction: Transaction, sales: readonly PastSale[]): Promise<Ids> {
  return {
    customers: await idsByCode(
      transaction,
      customers,
      distinct(sales.flatMap(({ customer }) => customer ?? [])),
    ),
    outlets: await idsByCode(
      transaction,
      outlets,
      distinct(sales.flatMap(({ outlet }) => outlet ?? [])),
    ),
  };
}
