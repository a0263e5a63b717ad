import type { ItemView } from '@honest-ledger/contracts';
import { serialized } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import { items } from '../../platform/database/schema/index';
import { heldEdit } from '../drafts/queries';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { atEachLevel, aroundLevels } from './at-levels';
import { contentIn } from '../versions/setup-objects';
import { readItemContents } from '../../master-data/catalogue/item-contents';

/** An item with everything its page shows: its prices, and what each level makes of it. */
export async function readItem(
  queries: Queries,
  services: Services,
  number: string,
): Promise<ItemView> {
  const around = await aroundLevels(queries, services);
  const { setup } = around.published;
  const asked = pricingDay(around.facts.local.day, around.published.compiled);
  const [item] = await readItemsToPrice(queries, asked, [number]);
  const [row] = await queries.select().from(items).where(eq(items.number, number));
  if (!item || !row) throw notFound(`Item ${number}`);
  const { id: _, ...facts } = item;
  const stored = (await readItemContents(queries, [number])).get(number);
  if (!stored) throw notFound(`Item ${number}`);
  return {
    ...serialized(facts),
    gtin: row.gtin,
    customerName: row.customerName,
    active: row.active,
    revision: row.revision,
    facts: stored.content,
    currency: setup.homeCurrency,
    version: setup.version,
    basePrices: contentIn(setup, { kind: 'basePrice', key: number }) ?? [],
    draft: await heldEdit(queries, 'basePrice', number),
    sharedPrices: serialized(setup.sharedPrices),
    levels: atEachLevel(facts, around),
  };
}
