import type {
  CustomerContent,
  CustomerPreview,
  PriceListPage,
  PriceListQuery,
} from '@honest-ledger/contracts';
import { serialized, type CustomerFacts } from '@honest-ledger/engine';
import {
  catalogueMoves,
  priceCatalogue,
  type PricedUnder,
} from '../../master-data/catalogue/price-catalogue';
import { itemPage } from '../../master-data/item-list/queries';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { findCustomer, findGroups } from '../../master-data/customers/queries';

/** The most items that one page of a price list has. */
export const MAX_AT_ONCE = 1000;

/** What a customer pays today for one base unit of each item: a page of its price list. */
export async function priceList(
  queries: Queries,
  services: Services,
  code: string,
  query: PriceListQuery,
): Promise<PriceListPage> {
  const under = await pricedFor(queries, services, code);
  const now = services.now();
  const { category, ...asked } = query;
  const filter = { ...asked, ...(category === undefined ? {} : { category: [category] }) };
  const page = await itemPage(queries, { ...filter, sort: 'item', descending: false }, now);
  const items = await readItemsToPrice(
    queries,
    pricingDay(under.facts.local.day, under.setup),
    page.rows.map(({ number }) => number),
  );
  const priced = serialized(priceCatalogue(items, under, now, true));
  return {
    rows: items.flatMap(({ id: _, ...item }, index) => {
      const line = priced.lines[index];
      return line ? [{ item: serialized(item), line }] : [];
    }),
    total: page.total,
    currency: under.currency,
    version: under.setup.version,
    day: under.facts.local.day,
  };
}

/** What saving a customer would do to its prices of the whole catalogue. */
export async function previewCustomer(
  queries: Queries,
  services: Services,
  code: string,
  { level, segment, assignments }: CustomerContent,
): Promise<CustomerPreview> {
  const before = await pricedFor(queries, services, code);
  const { segments } = await findGroups(queries);
  const after = asCustomer(before, {
    level,
    assignments,
    segment: segments.find((one) => one.code === segment) ?? null,
  });
  const { local } = before.facts;
  const items = await readItemsToPrice(queries, pricingDay(local.day, before.setup));
  return { moves: catalogueMoves(items, before, after, services.now()), currency: before.currency };
}

/** The same pricing for the customer as it may become. */
export function asCustomer(under: PricedUnder, part: Partial<CustomerFacts>): PricedUnder {
  const { customer } = under.facts;
  return { ...under, facts: { ...under.facts, customer: customer && { ...customer, ...part } } };
}

/** A customer's catalogue: at its outlet, in its currency, else the outlet's, else home's. */
export async function pricedFor(
  queries: Queries,
  { setups, now }: Services,
  code: string,
): Promise<PricedUnder> {
  const customer = await findCustomer(queries, code);
  const { compiled } = await setups.of(queries, await versionInForce(queries));
  const outlet = customer.outlet?.code ?? null;
  return {
    setup: compiled,
    facts: await loadDocumentFacts(queries, { customer: code, outlet }, now()),
    level: null,
    currency: await currencyFor(queries, customer.currency, outlet, compiled.homeCurrency),
  };
}

/** A document's currency: by default the customer's, else the outlet's, else home's. */
export async function currencyFor(
  queries: Queries,
  customers: string | null,
  outlet: string | null,
  home: string,
): Promise<string> {
  if (customers !== null) return customers;
  const { outlets } = await findGroups(queries);
  return outlets.find(({ code }) => code === outlet)?.currency ?? home;
}
