import type { BreakItemsPage, BreakItemsQuestion } from '@honest-ledger/contracts';
import {
  compileSetup,
  decimal,
  isPositive,
  print,
  withoutBreaks,
  type PricedLine,
} from '@honest-ledger/engine';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import { priceCatalogue } from '../../master-data/catalogue/price-catalogue';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { isTakenIn, withBreakEdit } from './try-break';

/** As many tiers as are shown beside an item. */
const MAX_SHOWN = 12;

/**
 * The items that a break takes in as it is edited, each with what one costs without a break and at
 * each of its thresholds: today, for anybody, in base units.
 */
export async function itemsOfBreak(
  queries: Queries,
  { setups, now }: Services,
  id: string,
  { content, offset, limit }: BreakItemsQuestion,
): Promise<BreakItemsPage> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  const edited = await withBreakEdit(queries, setup, id, content);
  const compiled = compileSetup(edited);
  const all = await readItemFacts(queries);
  const reached = all.filter((item) => isTakenIn(item, id, compiled));
  const { currency } = content;
  const facts = await loadDocumentFacts(
    queries,
    { customer: null, outlet: content.outlets?.[0] ?? null },
    now(),
  );
  const numbers = reached.slice(offset, offset + limit).map(({ item }) => item);
  const page = await readItemsToPrice(queries, pricingDay(facts.local.day, compiled), numbers);
  const from = content.tiers.map((tier) => decimal(tier.from)).filter(isPositive);
  const under = { facts, level: null, currency };
  // this break alone, for anybody: what it makes, whatever else may come first
  const one = edited.breaks.filter((other) => other.id === id);
  const alone = compileSetup({
    ...edited,
    breaks: one.map((own) => ({ ...own, parties: null, levels: null })),
  });
  const plain = priceCatalogue(page, { ...under, setup: withoutBreaks(compiled) }, now(), false);
  const tiers = from
    .slice(0, MAX_SHOWN)
    .map((quantity) => priceCatalogue(page, { ...under, setup: alone }, now(), false, [quantity]));
  return {
    rows: page.map((item, place) => ({
      item: item.item,
      name: item.name,
      unit: item.unit,
      each: [plain, ...tiers].map(({ lines }) => eachOf(lines[place])),
      narrower: narrowerThan(id, compiled.breaksReaching?.(item) ?? []),
    })),
    total: reached.length,
    currency,
  };
}

function eachOf(line: PricedLine | undefined): string | null {
  const unitPrice = line?.kind === 'priced' ? line.slices.at(-1)?.unitPrice : undefined;
  return unitPrice ? print(unitPrice) : null;
}

/** The break that comes first for everybody, where it is not this one. */
function narrowerThan(
  id: string,
  reaching: readonly {
    readonly compiled: { readonly break: { readonly id: string; readonly name: string } };
  }[],
): string | null {
  const [first] = reaching;
  return first && first.compiled.break.id !== id ? first.compiled.break.name : null;
}
