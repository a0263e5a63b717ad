import type { CompiledSetup, DocumentFacts, ItemFacts } from '@honest-ledger/engine';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import { customerFactsOf } from '../../master-data/customers/customer-facts';
import type { Queries } from '../../platform/database/database';
import { salesCounted } from '../../selling/documents/bought-before';
import { usesOfMany } from '../../selling/documents/rule-uses';
import { setUpsPaidBy } from '../../selling/documents/set-ups-paid';
import { instantAt, localTime } from '../../platform/clock/local-time';
import { NO_OUTLETS_ZONE, outletFacts } from '../../master-data/facts/document-facts';
import { ratesAt } from '../../master-data/currencies/known';
import { taxFacts } from '../../master-data/facts/tax';
import { Problem } from '../../platform/http/problems';
import { distinct, numbersOf, type PastSale } from './past-sale';

/** What past sales are priced with; what several need is read once. */
export interface PastFacts {
  /** Noon by the clock of its outlet: of a past sale only the day is known. */
  at(sale: PastSale): Date;
  /** @param goods its goods as they were on its day */
  of(sale: PastSale, goods: readonly ItemFacts[]): Promise<DocumentFacts>;
  /** Counts it among those that its customer has bought before the next one. */
  posted(sale: PastSale, goods: readonly ItemFacts[]): void;
}

/** The same facts that a document of our own would be priced with at those moments. */
export async function pastFacts(
  queries: Queries,
  setup: CompiledSetup,
  sales: readonly PastSale[],
): Promise<PastFacts> {
  const buyers = distinct(sales.flatMap(({ customer }) => customer ?? []));
  const customers = await customerFactsOf(queries, buyers);
  const outlets = await outletsOf(queries, sales);
  const uses = await usesOfMany(queries, setup.limitedRules);
  const paid = await setUpsPaidBy(queries, buyers);
  const goods = await readItemFacts(queries, distinct(sales.flatMap(numbersOf)));
  const bought = await salesCounted(queries, setup, buyers, goods);
  const rates = new Map<number, DocumentFacts['rates']>();
  const ratesThen = async (instant: Date): Promise<DocumentFacts['rates']> => {
    const found = rates.get(instant.getTime()) ?? (await ratesAt(queries, instant));
    rates.set(instant.getTime(), found);
    return found;
  };
  const outletOf = ({ outlet }: PastSale): OutletThen | null => outlets.get(outlet ?? '') ?? null;
  const zoneOf = (sale: PastSale): string => outletOf(sale)?.facts.timeZone ?? NO_OUTLETS_ZONE;
  const at = (sale: PastSale): Date => instantAt(`${sale.posted}T12:00`, zoneOf(sale));
  return {
    at,
    of: async (sale, own) => {
      const outlet = outletOf(sale);
      const customer = customers.get(sale.customer ?? '') ?? null;
      if (sale.customer !== null && !customer) {
        throw new Problem(422, `There is no customer ${sale.customer} any more.`);
      }
      const numbers = new Set(numbersOf(sale));
      const tax = outlet?.tax ?? null;
      return {
        local: localTime(at(sale), zoneOf(sale)),
        outlet: outlet?.facts ?? null,
        customer,
        rates: await ratesThen(at(sale)),
        items: own,
        ruleUses: uses(sale.customer),
        bought: bought.of(sale.customer, own),
        setUpPaid: (paid.get(sale.customer ?? '') ?? []).filter((item) => numbers.has(item)),
        tax: tax && { ...tax, items: tax.items.filter(({ item }) => numbers.has(item)) },
      };
    },
    posted: ({ customer }, own) => {
      bought.count(customer, own);
    },
  };
}

interface OutletThen {
  readonly facts: NonNullable<DocumentFacts['outlet']>;
  /** Of all goods that are sold there. */
  readonly tax: DocumentFacts['tax'];
}

async function outletsOf(
  queries: Queries,
  sales: readonly PastSale[],
): Promise<ReadonlyMap<string, OutletThen>> {
  const outlets = new Map<string, OutletThen>();
  for (const code of distinct(sales.flatMap(({ outlet }) => outlet ?? []))) {
    const numbers = distinct(sales.filter(({ outlet }) => outlet === code).flatMap(numbersOf));
    const facts = await outletFacts(queries, code);
    outlets.set(code, { facts, tax: await taxFacts(queries, code, numbers) });
  }
  return outlets;
}
