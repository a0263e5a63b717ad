import {
  type CostTableContent,
  type TableItem,
  type TableItemsPage,
  type TableItemsQuestion,
} from '@honest-ledger/contracts';
import {
  baseUnit,
  type CompiledSetup,
  compileSetup,
  type Exact,
  exchange,
  firstCost,
  type ItemCost,
  type ItemFacts,
  marginOf,
  markupOf,
  minorDigits,
  oneBaseUnit,
  type PricedLine,
  print,
  serialized,
  type Rates,
  ratesOf,
  roundToDigits,
  roundedTo,
  type Setup,
  withDigits,
  printPercent,
} from '@honest-ledger/engine';
import { problemSentence } from '@honest-ledger/wording';
import { priceCatalogue } from '../../master-data/catalogue/price-catalogue';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import { unitCost } from '../../master-data/costs/unit-cost';
import type { Queries } from '../../platform/database/database';
import { editedSetup, heldEdits } from '../drafts/queries';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { withContents } from '../versions/setup-objects';
import { hasCost } from './queries';
import { tableLevel } from './table-level';

/**
 * The items that a table takes in most narrowly as it is edited, and what it makes of one base unit
 * of each: today, at the first outlet it is for, in its own currency.
 */
export async function itemsOfTable(
  queries: Queries,
  { setups, now: clock }: Services,
  id: string,
  { content, withoutCost, offset, limit }: TableItemsQuestion,
): Promise<TableItemsPage> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  const edited = await withTableEdit(queries, setup, id, content);
  const compiled = compileSetup(edited);
  const { currency } = content;
  const kinds = content.costs.map(({ cost }) => cost);
  const outlet = content.outlets?.[0] ?? null;
  const facts = await loadDocumentFacts(queries, { customer: null, outlet }, clock());
  const { day } = facts.local;
  const all = await readItemsToPrice(queries, pricingDay(day, compiled));
  const reached = all.filter((item) => compiled.tablesReaching(item)[0]?.compiled.table.id === id);
  const lacking = reached.filter((item) => !hasCost(kinds, item, day));
  const ownPrice = reached.filter(({ item }) => compiled.basePrice(item, null) !== undefined);
  const isLacking = new Set(lacking);
  const isOwn = new Set(ownPrice);
  const page = (withoutCost ? lacking : reached).slice(offset, offset + limit);
  // without base prices a line is priced by the table or not at all
  const alone = compileSetup({ ...edited, basePrices: [], levels: [tableLevel(id, id, currency)] });
  const { lines } = priceCatalogue(
    page,
    { setup: alone, facts, level: id, currency },
    clock(),
    false,
  );
  const money = { currency, rates: ratesOf(compiled.homeCurrency, facts.rates) };
  return {
    rows: page.map((item, index) => ({
      item: item.item,
      name: item.name,
      unit: item.unit,
      basePrice: basePriceOf(item.item, compiled, money),
      ...figures(item, firstCost(kinds, item, oneBaseUnit(item, day)), lines[index], money),
    })),
    reached: reached.length,
    withoutCost: lacking.length,
    withBasePrice: ownPrice.length,
    priced: reached.filter((item) => !isLacking.has(item) && !isOwn.has(item)).length,
    narrower: narrowerThan(id, all, compiled),
    currency,
  };
}

/** The tables that take in items before this one does, by name. */
function narrowerThan(
  id: string,
  items: readonly ItemFacts[],
  { tablesReaching }: CompiledSetup,
): TableItemsPage['narrower'] {
  const counts = new Map<string, number>();
  for (const item of items) {
    const [first, ...others] = tablesReaching(item);
    if (!first || first.compiled.table.id === id) continue;
    if (!others.some(({ compiled }) => compiled.table.id === id)) continue;
    const { name } = first.compiled.table;
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return [...counts]
    .map(([name, count]) => ({ name, items: count }))
    .sort((a, b) => b.items - a.items || a.name.localeCompare(b.name, 'en'));
}

/** A setup with a table as it is edited, together with what else its draft holds. */
async function withTableEdit(
  queries: Queries,
  setup: Setup,
  id: string,
  content: CostTableContent,
): Promise<Setup> {
  const held = await heldEdits(queries);
  const draft = held.find(({ kind, key }) => kind === 'costTable' && key === id)?.draft;
  const others = held.filter((edit) => edit.draft === draft && edit.kind === 'costTable');
  return withContents(editedSetup(setup, others).setup, 'costTable', new Map([[id, content]]));
}

interface Money {
  readonly currency: string;
  readonly rates: Rates;
}

type Figures = Pick<TableItem, 'cost' | 'costKind' | 'price' | 'markup' | 'margin' | 'why'>;

function figures(
  item: ItemFacts,
  cost: ItemCost | undefined,
  line: PricedLine | undefined,
  { currency, rates }: Money,
): Figures {
  const none = { cost: null, costKind: null, price: null, markup: null, margin: null };
  if (!cost) return { ...none, why: 'It has no cost of a kind that the table knows.' };
  const each = unitCost(cost, item, { unit: baseUnit(item), currency, rates });
  const [slice] = line?.kind === 'priced' ? line.slices : [];
  const price = slice?.unitPrice ?? null;
  return {
    cost: each && shown(each, minorDigits(currency) + COST_DIGITS),
    costKind: cost.kind,
    price: price && print(price),
    markup: printPercent(each && price && markupOf(price, each)),
    margin: printPercent(each && price && marginOf(price, each)),
    why: line?.kind === 'unpriced' ? problemSentence(serialized(line.problem)) : null,
  };
}

/** Costs are often finer than prices. */
const COST_DIGITS = 2;

/** To so many decimals at most, and to the minor digits at least. */
function shown(value: Exact, digits: number): string {
  return print(withDigits(roundToDigits(value, digits, 'halfAwayFromZero'), digits - COST_DIGITS));
}

function basePriceOf(
  item: string,
  setup: CompiledSetup,
  { currency, rates }: Money,
): string | null {
  const found = setup.basePrice(item, null);
  const shared = found?.kind === 'shared' ? setup.sharedPrices.get(found.shared) : undefined;
  const price = found?.kind === 'own' ? found.price : shared?.price;
  const there = price && exchange(price, setup.homeCurrency, currency, rates);
  const digits = minorDigits(currency);
  return there ? print(roundedTo(there, digits, setup.roundingMode)) : null;
}
