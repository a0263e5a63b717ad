import { type DocumentLineInput, BARE_LINE, lineFromForm } from '@honest-ledger/contracts';
import {
  PLAIN_DOCUMENT,
  priceDocument,
  type CompiledSetup,
  type CustomerFacts,
  type ExchangeRate,
  type OutletFacts,
  type TaxFacts,
} from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import type { ItemWithId } from '../../master-data/catalogue/item-facts';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import { customerFacts } from '../../master-data/customers/customer-facts';
import { idsByCode } from '../../platform/database/codes';
import type { Transaction } from '../../platform/database/database';
import { customers, outlets } from '../../platform/database/schema/index';
import { insertPostedSales } from '../../selling/documents/insert-documents';
import { localTime } from '../../platform/clock/local-time';
import { outletFacts } from '../../master-data/facts/document-facts';
import { ratesAt } from '../../master-data/currencies/known';
import { taxFacts } from '../../master-data/facts/tax';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { DAY } from './beginning';
import type { DemoItem } from './catalogue';
import type { DemoCustomer } from './customers';
import { seededRandom, type SeededRandom } from './random';

const SEED = 20250505;
/** Weeks with sales, from the first Tuesday after the first version. */
const WEEKS = 78;
const FIRST_TUESDAY = new Date('2025-05-06T09:00:00Z').getTime();
/** So many sales are posted on one day of each week, another each time. */
const SALES_A_DAY = 8;
/** How many goods a customer comes back for. */
const FAVOURITES = 12;

/** What everybody buys: a bag of stoneware. */
const EVERYBODYS = 'CL-0207';

/** What is known at one moment, read once for all sales of it. */
interface Moment {
  readonly at: Date;
  readonly items: ReadonlyMap<string, ItemWithId>;
  readonly rates: readonly ExchangeRate[];
}

/**
 * Eighteen months of posted sales, priced under the first version with the costs and rates of their
 * days, so that each can be computed again to the cent. Customers come back for the same goods.
 */
export async function writeSales(
  transaction: Transaction,
  { setups }: Services,
  demo: {
    readonly goods: readonly DemoItem[];
    readonly buyers: readonly DemoCustomer[];
    readonly seller: number;
  },
): Promise<void> {
  const random = seededRandom(SEED);
  const { compiled } = await setups.of(transaction, await versionInForce(transaction));
  const buyers = await buyersOf(transaction, demo.buyers, demo.goods, random);
  const places = await placesOf(
    transaction,
    demo.goods.map(({ number }) => number),
  );
  for (let week = 0; week < WEEKS; week += 1) {
    const at = new Date(FIRST_TUESDAY + (week * 7 + (week % 4)) * DAY);
    const moment = await momentOf(transaction, compiled, at);
    for (let sale = 0; sale < SALES_A_DAY; sale += 1) {
      const buyer = buyers[random.whole(buyers.length)];
      if (!buyer) throw new Error('the demo has no customers');
      const then = new Date(at.getTime() + random.whole(8 * 60) * 60 * 1000);
      const sold = { buyer, place: places.get(buyer.outlet), at: then, seller: demo.seller };
      await writeSale(transaction, compiled, { ...sold, moment, random });
    }
  }
}

interface Buyer {
  readonly id: number;
  readonly outlet: string;
  readonly currency: string | null;
  readonly facts: CustomerFacts;
  readonly favourites: readonly DemoItem[];
}

interface Place {
  readonly id: number;
  readonly facts: OutletFacts;
  /** With the classes of all goods. */
  readonly tax: TaxFacts | null;
}

async function writeSale(
  transaction: Transaction,
  setup: CompiledSetup,
  sold: {
    readonly buyer: Buyer;
    readonly place: Place | undefined;
    readonly at: Date;
    readonly seller: number;
    readonly moment: Moment;
    readonly random: SeededRandom;
  },
): Promise<void> {
  const { buyer, place, at, moment, random } = sold;
  const known = moment.rates.some(({ currency }) => currency === buyer.currency);
  const currency = buyer.currency !== null && known ? buyer.currency : setup.homeCurrency;
  const lines = Array.from({ length: 2 + random.whole(7) }, () => soldLine(buyer, random));
  const items = lines.flatMap(({ item }) => moment.items.get(item) ?? []);
  const document = {
    ...PLAIN_DOCUMENT,
    kind: 'sale' as const,
    pricedAt: at.toISOString(),
    currency,
    facts: {
      local: localTime(at, place?.facts.timeZone ?? 'UTC'),
      outlet: place?.facts ?? null,
      customer: buyer.facts,
      rates: moment.rates,
      items: [...new Map(items.map(({ id: _, ...item }) => [item.item, item])).values()],
      ruleUses: [],
      bought: null,
      setUpPaid: [],
      tax: place ? taxOn(place.tax, items) : null,
    },
    lines: lines.map(lineFromForm),
  };
  const priced = priceDocument(setup, document);
  if (priced.unpricedLines > 0) return; // nobody posts a sale without its prices
  const sale = {
    importedAs: null,
    massChangeId: null,
    at,
    by: sold.seller,
    customerId: buyer.id,
    outletId: place?.id ?? null,
    lines,
    document,
    priced,
  };
  const itemIds = new Map([...moment.items.values()].map(({ id, item }) => [item, id]));
  await insertPostedSales(transaction, [sale], itemIds);
}

/** Nobody typed anything by hand. */

function taxOn(tax: TaxFacts | null, items: readonly { readonly item: string }[]): TaxFacts | null {
  const sold = new Set(items.map(({ item }) => item));
  return tax && { ...tax, items: tax.items.filter(({ item }) => sold.has(item)) };
}

function soldLine({ favourites }: Buyer, random: SeededRandom): DocumentLineInput {
  const item = favourites[random.whole(favourites.length)];
  if (!item) throw new Error('a customer has favourites');
  return {
    ...BARE_LINE,
    id: randomUUID(),
    item: item.number,
    quantity: String(1 + random.whole(random.whole(4) === 0 ? 60 : 10)),
    unit: null,
    duration: item.series.timeUnit === undefined ? null : String(1 + random.whole(5)),
  };
}

async function buyersOf(
  transaction: Transaction,
  buyers: readonly DemoCustomer[],
  goods: readonly DemoItem[],
  random: SeededRandom,
): Promise<Buyer[]> {
  const ids = await idsByCode(transaction, customers);
  const all: Buyer[] = [];
  for (const { code, outlet, currency } of buyers) {
    const facts = await customerFacts(transaction, code);
    const others = Array.from({ length: FAVOURITES }, () => goods[random.whole(goods.length)]);
    const favourites = [goods.find(({ number }) => number === EVERYBODYS), ...others];
    all.push({
      id: ids.get(code) ?? 0,
      outlet,
      currency,
      facts,
      favourites: favourites.filter((one) => one !== undefined),
    });
  }
  return all;
}

async function placesOf(
  transaction: Transaction,
  numbers: readonly string[],
): Promise<ReadonlyMap<string, Place>> {
  const rows = await transaction.select({ id: outlets.id, code: outlets.code }).from(outlets);
  const places = new Map<string, Place>();
  for (const { id, code } of rows) {
    const tax = await taxFacts(transaction, code, numbers);
    places.set(code, { id, facts: await outletFacts(transaction, code), tax });
  }
  return places;
}

async function momentOf(transaction: Transaction, setup: CompiledSetup, at: Date): Promise<Moment> {
  const day = at.toISOString().slice(0, 10);
  const items = await readItemsToPrice(transaction, pricingDay(day, setup));
  const rates = await ratesAt(transaction, at);
  return { at, items: new Map(items.map((item) => [item.item, item])), rates };
}
