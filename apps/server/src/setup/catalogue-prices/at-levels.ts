import type { ItemAtLevel, ItemPage } from '@honest-ledger/contracts';
import {
  serialized,
  type ItemFacts,
  type Level,
  type PricedLine,
  type Serialized,
} from '@honest-ledger/engine';
import { setImmediate } from 'node:timers/promises';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import { versionInForce } from '../../master-data/in-force/queries';
import { priceCatalogue, type PricedUnder } from '../../master-data/catalogue/price-catalogue';
import type { Queries } from '../../platform/database/database';
import type { PublishedSetup } from '../versions/published-setups';
import type { Services } from '../versions/services';

/** Around what one base unit is priced at a level: nobody's facts, at a moment. */
export interface AroundLevels {
  readonly published: PublishedSetup;
  readonly facts: PricedUnder['facts'];
  readonly now: Date;
}

/** One base unit of an item at each level in force, in the level's own currency. */
export function atEachLevel(item: ItemFacts, around: AroundLevels): ItemAtLevel[] {
  return byName(around.published.setup.levels).flatMap((level) => {
    const { id, name, currency } = level;
    return atLevel([item], level, around, true).map((line) => ({
      level: id,
      name,
      currency,
      line,
    }));
  });
}

/**
 * A page of the catalogue with what one base unit sells for at some of the levels in force. Between
 * two levels others get their turn.
 */
export async function withLevelPrices(
  queries: Queries,
  services: Services,
  page: ItemPage,
  asked: readonly string[],
): Promise<ItemPage> {
  const around = await aroundLevels(queries, services);
  const { setup, compiled } = around.published;
  const items = await readItemsToPrice(
    queries,
    pricingDay(around.facts.local.day, compiled),
    page.rows.map(({ item }) => item),
  );
  const levels = setup.levels.filter(({ id }) => asked.includes(id));
  const prices = new Map<string, ReadonlyMap<string, string | null>>();
  for (const level of levels) {
    await setImmediate();
    const lines = atLevel(items, level, around, false);
    prices.set(level.id, new Map(lines.map((line) => [line.id, eachOf(line)])));
  }
  return {
    ...page,
    levels: levels.map(({ id, name, currency }) => ({ id, name, currency })),
    rows: page.rows.map((row) => ({
      ...row,
      levelPrices: Object.fromEntries(
        levels.flatMap(({ id }) => {
          const price = prices.get(id)?.get(row.item) ?? null;
          return price === null ? [] : [[id, price]];
        }),
      ),
    })),
  };
}

/** As of now, for nobody known, in the version in force. */
export async function aroundLevels(queries: Queries, services: Services): Promise<AroundLevels> {
  const now = services.now();
  return {
    published: await services.setups.of(queries, await versionInForce(queries)),
    facts: await loadDocumentFacts(queries, { customer: null, outlet: null }, now),
    now,
  };
}

function atLevel(
  items: readonly ItemFacts[],
  { id: level, currency }: Level,
  { published, facts, now }: AroundLevels,
  workings: boolean,
): readonly Serialized<PricedLine>[] {
  const under = { setup: published.compiled, facts, level, currency };
  return serialized(priceCatalogue(items, under, now, workings).lines);
}

/** What one base unit sells for; null where it has no price. */
function eachOf(line: Serialized<PricedLine>): string | null {
  return line.kind === 'priced' ? (line.slices[0]?.unitPrice ?? null) : null;
}

function byName(levels: readonly Level[]): readonly Level[] {
  return levels.toSorted((a, b) => a.name.localeCompare(b.name, 'en'));
}
