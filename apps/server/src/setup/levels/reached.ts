import type { ReachedPage, ReachedQuestion } from '@honest-ledger/contracts';
import {
  printPercent,
  compileSetup,
  marginOf,
  print,
  type PricedLine,
} from '@honest-ledger/engine';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import { priceCatalogue } from '../../master-data/catalogue/price-catalogue';
import type { Queries } from '../../platform/database/database';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { withLevelEdit } from './bench';

/**
 * The items whose price a level makes, as it is published or as it is edited, each with both
 * prices: one base unit for anybody, today, in the level's currency.
 */
export async function itemsReached(
  queries: Queries,
  { setups, now: clock }: Services,
  id: string,
  { content, moved, offset, limit }: ReachedQuestion,
  seesCosts: boolean,
): Promise<ReachedPage> {
  const { setup, compiled } = await setups.of(queries, await versionInForce(queries));
  const facts = await loadDocumentFacts(queries, { customer: null, outlet: null }, clock());
  const { currency } = content;
  const edited = compileSetup(await withLevelEdit(queries, setup, id, content));
  const items = await readItemsToPrice(queries, pricingDay(facts.local.day, compiled, edited));
  const under = { facts, level: id, currency };
  const before = priceCatalogue(items, { ...under, setup: compiled }, clock(), false);
  const after = priceCatalogue(items, { ...under, setup: edited }, clock(), false);
  const isPublished = setup.levels.some((level) => level.id === id);
  const reached = items.flatMap(({ item, name, unit }, index) => {
    const [old, now] = [before.lines[index], after.lines[index]];
    if (!isMadeBy(old, id) && !isMadeBy(now, id)) return [];
    const published = isPublished ? unitPrice(old) : null;
    const margin = seesCosts ? marginOfLine(now) : null;
    return [{ item, name, unit, published, edited: unitPrice(now), margin }];
  });
  const moving = reached.filter((one) => one.published !== one.edited);
  return {
    rows: (moved ? moving : reached).slice(offset, offset + limit),
    reached: reached.length,
    moved: moving.length,
    currency,
  };
}

function isMadeBy(line: PricedLine | undefined, level: string): boolean {
  return line?.kind === 'priced' && line.level?.level.id === level;
}

function marginOfLine(line: PricedLine | undefined): string | null {
  const margin = line?.kind === 'priced' && line.cost && marginOf(line.amount, line.cost.amount);
  return margin ? printPercent(margin) : null;
}

/** The price of one; prices in one currency are printed with the same digits. */
function unitPrice(line: PricedLine | undefined): string | null {
  const [slice] = line?.kind === 'priced' ? line.slices : [];
  return slice ? print(slice.unitPrice) : null;
}
