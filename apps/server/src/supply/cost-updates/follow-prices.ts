import { roundingFromForm, type FollowRule, type Follows } from '@honest-ledger/contracts';
import {
  printPercent,
  baseUnit,
  compare,
  compareExact,
  decimal,
  percentMoved,
  priceFollowing,
  print,
  ratesOf,
  scopeFinder,
  roundToDigits,
  priceAt,
  tablePrices,
  type BasePrice,
  type CompiledSetup,
  type Decimal,
  type Exact,
  type Rates,
} from '@honest-ledger/engine';
import type { ItemWithId } from '../../master-data/catalogue/item-facts';
import {
  pricingDay,
  readItemsToPrice,
  type PricingDay,
} from '../../master-data/costs/items-to-price';
import { unitCost } from '../../master-data/costs/unit-cost';
import type { Queries } from '../../platform/database/database';
import { heldEdits } from '../../setup/drafts/queries';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { keepingOf, readFollowRules } from './follow-rules';
import type { KnownCost } from './known-costs';
import { readMatchingFacts } from './matching-facts';

/** A row that changes what an item costs. */
export interface CostOnRow {
  readonly row: number;
  readonly itemId: number;
  readonly cost: string;
  readonly currency: string;
  readonly unit: string | null;
  readonly from: string;
  readonly old: KnownCost | null;
}

/** How an item's base price goes on: what is kept of it with the row. */
export interface FollowedPrice {
  readonly follows: Follows;
  readonly why: string | null;
  readonly priceBefore: string | null;
  readonly priceAfter: string | null;
  readonly move: string | null;
  readonly oldUnitCost: string | null;
  readonly newUnitCost: string | null;
}

/** Costs for margins are kept with so many decimals, and moves with these. */
const COST_DIGITS = 6;
const MOVE_DIGITS = 4;

/** What becomes of the base prices of items whose cost changes, by the rows. */
export async function followPrices(
  queries: Queries,
  { setups, now }: Services,
  kind: string | null,
  costs: readonly CostOnRow[],
): Promise<ReadonlyMap<number, FollowedPrice>> {
  if (kind === null || costs.length === 0) return new Map();
  const { setup, compiled } = await setups.of(queries, await versionInForce(queries));
  const facts = await loadDocumentFacts(queries, { customer: null, outlet: null }, now());
  const rules = await readFollowRules(queries);
  const asksTables = rules.some(({ keeping }) => keeping.kind === 'costTable');
  const items = await itemsOf(queries, costs, asksTables && pricingDay(facts.local.day, compiled));
  const held = new Map(
    (await heldEdits(queries, { kind: 'basePrice' })).map(({ key, draftName }) => [key, draftName]),
  );
  const shared = new Map(setup.sharedPrices.map(({ id, name }) => [id, name]));
  const rates = ratesOf(setup.homeCurrency, facts.rates);
  const rulesFor = scopeFinder(rules);
  const tablePrices = asksTables
    ? tablesPrices(items, kind, costs, compiled, facts)
    : new Map<string, Decimal>();
  const found = new Map<number, FollowedPrice>();
  for (const cost of costs) {
    const item = items.get(cost.itemId);
    if (!item) continue;
    const one = {
      cost,
      item,
      rule: rulesFor(item)[0],
      today: facts.local.day,
      oldCost: cost.old && inHome(cost.old, item, rates),
      newCost: inHome({ amount: cost.cost, currency: cost.currency, unit: cost.unit }, item, rates),
      tablePrice: tablePrices.get(item.item) ?? null,
      heldBy: held.get(item.item) ?? null,
    };
    found.set(cost.row, followOne(one, compiled, shared));
  }
  return found;
}

interface Following {
  readonly cost: CostOnRow;
  readonly item: ItemWithId;
  readonly rule: FollowRule | undefined;
  readonly today: string;
  readonly oldCost: Exact | null;
  readonly newCost: Exact | null;
  readonly tablePrice: Decimal | null;
  /** The draft in which its base price is edited. */
  readonly heldBy: string | null;
}

function followOne(
  one: Following,
  setup: CompiledSetup,
  shared: ReadonlyMap<string, string>,
): FollowedPrice {
  const found = setup.basePrice(one.item.item, null);
  if (found?.kind !== 'own')
    return staying(one, 'none', whyNoPrice(found, one.item, setup, shared));
  const { price } = found;
  const { rule, oldCost, newCost, tablePrice } = one;
  const why = whyNotFollowing(one);
  if (why !== null || !newCost || !rule) return staying(one, 'none', why, price);
  if (rule.follows === 'stays') return staying(one, 'stays', 'its rule says that it stays', price);
  const ends = {
    rounding: rule.rounding && roundingFromForm(rule.rounding),
    digits: setup.unitPriceDigits(setup.homeCurrency),
    mode: setup.roundingMode,
  };
  const after = priceFollowing({ price, oldCost, newCost, tablePrice }, keepingOf(rule), ends);
  if (!after) return staying(one, 'none', whyNothing(rule, oldCost), price);
  if (compare(after, price) === 0) return staying(one, 'stays', 'it comes out the same', price);
  const moved = percentMoved(price, after);
  const move = moved && roundToDigits(moved, MOVE_DIGITS, 'halfAwayFromZero');
  const waits = whyWaits(rule, move, one.heldBy);
  return {
    follows: waits === null ? rule.follows : 'waits',
    why: waits,
    priceBefore: print(price),
    priceAfter: print(after),
    move: move && print(move),
    ...unitCosts(one),
  };
}

/** A price that does not move, and why. */
function staying(
  one: Following,
  follows: 'none' | 'stays',
  why: string | null,
  price: Decimal | null = null,
): FollowedPrice {
  const priceBefore = price && print(price);
  return { follows, why, priceBefore, priceAfter: null, move: null, ...unitCosts(one) };
}

function unitCosts({
  oldCost,
  newCost,
}: Following): Pick<FollowedPrice, 'oldUnitCost' | 'newUnitCost'> {
  return { oldUnitCost: shown(oldCost), newUnitCost: shown(newCost) };
}

/** Why an item has no base price of its own that could follow. */
function whyNoPrice(
  found: BasePrice | undefined,
  item: ItemWithId,
  setup: CompiledSetup,
  shared: ReadonlyMap<string, string>,
): string {
  if (found?.kind === 'shared') {
    return `it shares the price ${shared.get(found.shared) ?? ''} with others`;
  }
  return setup.tablesReaching(item).length > 0
    ? 'it has no base price: its cost table makes its price as it is asked for'
    : 'it has no base price';
}

/** Why nothing is worked out for a base price; null where it is. */
function whyNotFollowing({ cost, rule, today, newCost }: Following): string | null {
  if (!newCost) return `there is no rate to ${cost.currency}`;
  if (cost.from > today) {
    return `the cost counts from ${cost.from}: its price is unchanged until reviewed`;
  }
  return rule ? null : 'no rule says that its price follows';
}

function whyNothing({ keeping }: FollowRule, oldCost: Exact | null): string {
  if (keeping.kind === 'costTable') return 'its cost table makes no price of it';
  return oldCost === null
    ? 'no earlier cost, so no markup to keep'
    : 'the price would be below zero';
}

/** Why a price that would move by itself waits; null where nothing holds it up. */
function whyWaits(
  { follows, cap }: FollowRule,
  move: Decimal | null,
  heldBy: string | null,
): string | null {
  if (follows !== 'moves') return null;
  if (heldBy !== null) return `its base price is edited in the draft ${heldBy}`;
  if (cap === null) return null;
  if (!move) return 'it was free, so its move has no percentage';
  const size = move.units < 0 ? { ...move, units: -move.units } : move;
  return compareExact(size, decimal(cap)) > 0
    ? `it would move by ${printPercent(size)} %, more than the cap of ${cap} %`
    : null;
}

function inHome(
  { amount, currency, unit }: KnownCost,
  item: ItemWithId,
  rates: Rates,
): Exact | null {
  const cost = { amount: decimal(amount), currency, unit };
  return unitCost(cost, item, { unit: baseUnit(item), currency: rates.home, rates });
}

function shown(cost: Exact | null): string | null {
  return cost && print(roundToDigits(cost, COST_DIGITS, 'halfAwayFromZero'));
}

/** The facts of the items whose cost changes; with all their costs only where a table is to be asked. */
async function itemsOf(
  queries: Queries,
  costs: readonly CostOnRow[],
  day: PricingDay | false,
): Promise<ReadonlyMap<number, ItemWithId>> {
  const all =
    day === false ? await readMatchingFacts(queries) : await readItemsToPrice(queries, day);
  const wanted = new Set(costs.map(({ itemId }) => itemId));
  return new Map(all.filter(({ id }) => wanted.has(id)).map((item) => [item.id, item]));
}

/** What cost tables make of the items with their new costs, by item number. */
function tablesPrices(
  items: ReadonlyMap<number, ItemWithId>,
  kind: string,
  costs: readonly CostOnRow[],
  setup: CompiledSetup,
  facts: Awaited<ReturnType<typeof loadDocumentFacts>>,
): ReadonlyMap<string, Decimal> {
  if (setup.costTables.size === 0) return new Map();
  const changed = costs.flatMap(({ itemId, cost, currency, unit }) => {
    const item = items.get(itemId);
    if (!item) return [];
    const fresh = { kind, amount: decimal(cost), currency, unit };
    const others = item.costs.filter((one) => one.kind !== kind);
    return [{ ...item, costs: [fresh, ...others] }];
  });
  const [prices] = tablePrices(setup, [null], changed, {
    facts,
    currency: setup.homeCurrency,
  });
  return new Map(
    changed.flatMap(({ item }, index) => {
      const price = prices && priceAt(prices, index);
      return price ? [[item, price] as const] : [];
    }),
  );
}
