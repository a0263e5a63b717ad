import type { ItemAtLevel, ItemView } from '@honest-ledger/contracts';
import { serialized, type Setup } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import { items } from '../../platform/database/schema/index';
import { heldEdit } from '../drafts/queries';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import type { PublishedSetup } from '../versions/published-setups';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentIn } from '../versions/setup-objects';
import { readItemContents } from '../../master-data/catalogue/item-contents';
import type { ItemWithId } from '../../master-data/catalogue/item-facts';
import { priceCatalogue, type PricedUnder } from '../../master-data/catalogue/price-catalogue';

/** An item with everything its page shows: its prices, and what each level makes of it. */
export async function readItem(
  queries: Queries,
  services: Services,
  number: string,
): Promise<ItemView> {
  const version = await versionInForce(queries);
  const published = await services.setups.of(queries, version);
  const around = await loadDocumentFacts(queries, { customer: null, outlet: null }, services.now());
  const asked = pricingDay(around.local.day, published.compiled);
  const [item] = await readItemsToPrice(queries, asked, [number]);
  const [row] = await queries.select().from(items).where(eq(items.number, number));
  if (!item || !row) throw notFound(`Item ${number}`);
  const { id: _, ...facts } = item;
  const stored = (await readItemContents(queries, [number])).get(number);
  if (!stored) throw notFound(`Item ${number}`);
  const { setup } = published;
  return {
    ...serialized(facts),
    gtin: row.gtin,
    customerName: row.customerName,
    active: row.active,
    revision: row.revision,
    facts: stored.content,
    currency: setup.homeCurrency,
    version,
    basePrices: contentIn(setup, { kind: 'basePrice', key: number }) ?? [],
    draft: await heldEdit(queries, 'basePrice', number),
    sharedPrices: serialized(setup.sharedPrices),
    levels: atEachLevel(item, published, around, services.now()),
  };
}

/** One base unit at each level in force, in the level's own currency. */
function atEachLevel(
  item: ItemWithId,
  { setup, compiled }: PublishedSetup,
  facts: PricedUnder['facts'],
  now: Date,
): ItemAtLevel[] {
  return byName(setup).flatMap(({ id: level, name, currency }) => {
    const priced = priceCatalogue([item], { setup: compiled, facts, level, currency }, now, true);
    return serialized(priced.lines).map((line) => ({ level, name, currency, line }));
  });
}

function byName({ levels }: Setup): Setup['levels'] {
  return levels.toSorted((a, b) => a.name.localeCompare(b.name, 'en'));
}
