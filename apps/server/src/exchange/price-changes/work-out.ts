import {
  roundingFromForm,
  type PriceTypedForm,
  type PriceAdjustmentForm,
  type PriceChangeContent,
} from '@honest-ledger/contracts';
import {
  PLAIN_LINE,
  PLAIN_DOCUMENT,
  baseUnit,
  changedPrice,
  compare,
  compareExact,
  compileSetup,
  decimal,
  exchange,
  firstCost,
  fromInteger,
  isPositive,
  marginOf,
  markupOf,
  minorDigits,
  multiply,
  percentMoved,
  perUnit,
  priceDocument,
  print,
  ratesOf,
  roundToDigits,
  subtract,
  typedPrice,
  withDigits,
  withoutBreaksAndRules,
  type CompiledSetup,
  type CurrencyCode,
  type Decimal,
  type DocumentFacts,
  type Exact,
  type ItemCost,
  type LevelId,
  type NoPriceTyped,
  type PriceAdjustment,
  type PriceTyped,
  type Rates,
  type Setup,
} from '@honest-ledger/engine';
import { findItemNumbers } from '../../master-data/catalogue/queries';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import { unitCost } from '../../master-data/costs/unit-cost';
import { tableLevel } from '../../setup/cost-tables/table-level';
import type { Queries } from '../../platform/database/database';
import { editedSetup, heldEdits } from '../../setup/drafts/queries';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { keyOf, pricesOf, type PriceKey, type PriceOfItem } from './prices';

/** What somebody decided on one price. */
export interface Decision {
  readonly typed: PriceTypedForm | null;
  /** Null where nobody said whether it is left out. */
  readonly decided: boolean | null;
}

/** A price and what becomes of it, as it is written down. */
export interface WorkedOut extends Decision {
  readonly row: number;
  readonly itemId: number;
  readonly levelId: string | null;
  readonly unit: string;
  readonly inBaseUnit: boolean;
  readonly typedPriceId: string | null;
  readonly minQuantity: string;
  readonly fromDay: string | null;
  readonly untilDay: string | null;
  readonly currency: string;
  readonly cost: string | null;
  readonly costKind: string | null;
  readonly before: string | null;
  readonly after: string | null;
  readonly change: string | null;
  readonly move: string | null;
  readonly markupBefore: string | null;
  readonly marginBefore: string | null;
  readonly markup: string | null;
  readonly margin: string | null;
  readonly leftOut: boolean;
  readonly fixed: boolean;
  readonly remark: string | null;
  readonly belowCost: boolean;
  readonly belowMargin: boolean;
}

/** Costs are shown with so many decimals; moves, markups and margins with these. */
const COST_DIGITS = 6;
const PERCENT_DIGITS = 2;

/**
 * What a price change makes of every price it is about: as the drafts would have them today, each
 * with what somebody decided on it.
 * @param numbers only these items; all that it is about where none are named
 */
export async function workOut(
  queries: Queries,
  services: Services,
  content: PriceChangeContent,
  decisions: ReadonlyMap<string, Decision>,
  numbers?: readonly string[],
): Promise<WorkedOut[]> {
  const { setup: published } = await services.setups.of(queries, await versionInForce(queries));
  const { setup: edited } = editedSetup(published, await heldEdits(queries));
  const compiled = compileSetup({ ...withTableLevel(edited, content), defaultLevel: null });
  const facts = await loadDocumentFacts(queries, { customer: null, outlet: null }, services.now());
  const { day } = facts.local;
  const all =
    numbers ??
    (await findItemNumbers(queries, { ...content.goods, sort: 'item', descending: false }));
  const items = await readItemsToPrice(queries, pricingDay(day, compiled), all);
  const prices = pricesOf(items, content, edited, compiled, day);
  const priced = pricing(prices, compiled, facts, services.now());
  const rates = ratesOf(compiled.homeCurrency, facts.rates);
  const asked = { content, compiled, rates, day, priced };
  return prices.map((price, index) => {
    const decision = decisions.get(keyOf(keyed(price))) ?? UNDECIDED;
    return workedOut(price, index, decision, asked);
  });
}

/** Where prices start from a cost table, with a level that is what it makes. */
function withTableLevel(setup: Setup, { basis }: PriceChangeContent): Setup {
  if (basis.kind !== 'costTable') return setup;
  const currency = setup.costTables.find(({ id }) => id === basis.table)?.currency;
  const level = tableLevel(TABLE_LEVEL, basis.table, currency ?? setup.homeCurrency);
  return { ...setup, levels: [...setup.levels, level] };
}

/** No level is known by this: all others have a UUID. */
const TABLE_LEVEL = 'cost table';

function keyed({ item, level, unit, typedPriceId }: PriceOfItem): PriceKey {
  return { itemId: item.id, levelId: level?.id ?? null, unit: unit.unit, typedPriceId };
}

const UNDECIDED: Decision = { typed: null, decided: null };

interface Asked {
  readonly content: PriceChangeContent;
  readonly compiled: CompiledSetup;
  readonly rates: Rates;
  readonly day: string;
  readonly priced: Pricing;
}

/** What a level, or no level, makes of one price's goods, by the price's place. */
type Pricing = (level: LevelId | null, currency: CurrencyCode, place: number) => Decimal | null;

/** Prices all the goods at a level when it is first asked for, as they are before breaks and rules. */
function pricing(
  prices: readonly PriceOfItem[],
  setup: CompiledSetup,
  facts: Omit<DocumentFacts, 'items'>,
  now: Date,
): Pricing {
  const plain = withoutBreaksAndRules(setup);
  const items = [...new Set(prices.map(({ item }) => item))];
  const found = new Map<string, readonly (Decimal | null)[]>();
  return (level, currency, place) => {
    const key = `${level ?? ''}|${currency}`;
    let at = found.get(key);
    if (!at) {
      const document = {
        ...PLAIN_DOCUMENT,
        pricedAt: now.toISOString(),
        currency,
        level,
        facts: { ...facts, items },
        lines: prices.map(({ item, unit, inBaseUnit, minQuantity }, index) => ({
          id: String(index),
          item: item.item,
          quantity: isPositive(minQuantity) ? minQuantity : ONE,
          unit: inBaseUnit ? null : unit.unit,
          duration: item.timeUnit === null ? null : ONE,
          ...PLAIN_LINE,
        })),
      };
      at = priceDocument(plain, document, { workings: false, alone: true }).lines.map((line) =>
        line.kind === 'priced' ? (line.slices[0]?.unitPrice ?? null) : null,
      );
      found.set(key, at);
    }
    return at[place] ?? null;
  };
}

const ONE = fromInteger(1);

function workedOut(
  price: PriceOfItem,
  place: number,
  { typed, decided }: Decision,
  asked: Asked,
): WorkedOut {
  const { content, compiled } = asked;
  const { item, level, currency, unit } = price;
  const cost = costOf(price, asked);
  const each = cost && unitCost(cost, item, { unit, currency, rates: asked.rates });
  const before = price.standing ?? asked.priced(level?.id ?? null, currency, place);
  const rule = content.rounding && roundingFromForm(content.rounding);
  const ends = {
    rounding: rule?.currency === currency ? rule : null,
    digits: compiled.unitPriceDigits(currency),
    mode: compiled.roundingMode,
  };
  const fixed = price.sharedName !== null;
  const from = typed || fixed ? null : basisOf(price, place, before, each, asked);
  const after = typed
    ? typedPrice(typedFromForm(typed), { before, cost: each }, ends)
    : typeof from === 'string'
      ? from
      : from && (changedPrice(from, changeFromForm(content.change), ends) ?? 'belowZero');
  const made = after !== null && typeof after !== 'string' ? after : null;
  const keptByTable = level === null && price.standing === null && before !== null;
  const margin = made && each && marginOf(made, each);
  const least = content.leastMargin === null ? null : decimal(content.leastMargin);
  return {
    row: place + 1,
    ...keyed(price),
    inBaseUnit: price.inBaseUnit,
    minQuantity: print(price.minQuantity),
    fromDay: price.window.from,
    untilDay: price.window.until,
    currency,
    cost:
      each &&
      print(
        withDigits(roundToDigits(each, COST_DIGITS, 'halfAwayFromZero'), minorDigits(currency)),
      ),
    costKind: cost?.kind ?? null,
    before: before && print(before),
    after: made && print(made),
    change: made && before && print(subtract(made, before)),
    move: percent(made && before && percentMoved(before, made)),
    markupBefore: percent(before && each && markupOf(before, each)),
    marginBefore: percent(before && each && marginOf(before, each)),
    markup: percent(made && each && markupOf(made, each)),
    margin: percent(margin),
    typed,
    decided,
    leftOut: fixed || (decided ?? (keptByTable && typed === null)),
    fixed,
    remark: remarkOf(price, after, keptByTable),
    belowCost: made !== null && each !== null && compareExact(made, each) < 0,
    belowMargin: least !== null && margin !== null && compareExact(margin, least) < 0,
  };
}

/** The cost that margins are over: of the kind that prices start from, else in the setup's order. */
function costOf(
  { item, unit, minQuantity }: PriceOfItem,
  { content: { basis }, compiled, day }: Asked,
): ItemCost | null {
  const kinds = basis.kind === 'cost' && basis.cost !== null ? [basis.cost] : compiled.costOrder;
  const quantity = isPositive(minQuantity) ? minQuantity : ONE;
  const baseQuantity = multiply(quantity, unit.factor);
  return firstCost(kinds, item, { baseQuantity, unit, day }) ?? null;
}

/** Why a price that nobody typed has nothing to come from. */
type NoBasis = 'noBasePrice' | 'noListPrice' | 'noLevelPrice' | 'notInTable' | 'noTablePrice';
type NoPrice = NoPriceTyped | NoBasis;

function basisOf(
  { item, unit, currency }: PriceOfItem,
  place: number,
  before: Decimal | null,
  cost: Exact | null,
  { content: { basis }, compiled, priced, rates }: Asked,
): Exact | NoPrice {
  switch (basis.kind) {
    case 'present':
      return before ?? 'noPriceBefore';
    case 'basePrice':
      return priced(null, currency, place) ?? 'noBasePrice';
    case 'level':
      return priced(basis.level, currency, place) ?? 'noLevelPrice';
    case 'listPrice': {
      if (!item.listPrice) return 'noListPrice';
      const { amount, currency: from } = item.listPrice;
      return (
        exchange(perUnit(amount, baseUnit(item), unit), from, currency, rates) ?? 'noListPrice'
      );
    }
    case 'costTable': {
      const tables = compiled.tablesReaching(item).map(({ compiled: { table } }) => table.id);
      const isTakenIn = basis.table === null ? tables.length > 0 : tables.includes(basis.table);
      if (!isTakenIn) return 'notInTable';
      return priced(TABLE_LEVEL, currency, place) ?? 'noTablePrice';
    }
    case 'cost':
      return cost ?? 'noCost';
  }
}

const NO_PRICE_SENTENCES: Readonly<Record<NoPrice, string>> = {
  noPriceBefore: 'It has no price to start from.',
  noCost: 'It has no cost to start from.',
  belowZero: 'It would be below zero.',
  noBasePrice: 'It has no base price to start from.',
  noListPrice: 'It has no list price to start from.',
  noLevelPrice: 'The level has no price to start from.',
  notInTable: 'The cost table does not take it in.',
  noTablePrice: 'The cost table makes no price of it.',
};

function remarkOf(
  { sharedName }: PriceOfItem,
  after: Decimal | NoPrice | null,
  keptByTable: boolean,
): string | null {
  if (sharedName !== null)
    return `It shares the price ${sharedName}, which is changed under Basics.`;
  if (typeof after === 'string') return NO_PRICE_SENTENCES[after];
  return keptByTable ? 'A cost table keeps it: a price of its own would take its place.' : null;
}

function typedFromForm(form: PriceTypedForm): PriceTyped {
  switch (form.kind) {
    case 'price':
      return { kind: form.kind, price: decimal(form.price) };
    case 'percent':
    case 'markup':
    case 'margin':
      return { kind: form.kind, percent: decimal(form.percent) };
    case 'amount':
      return { kind: form.kind, amount: decimal(form.amount) };
  }
}

function changeFromForm(form: PriceAdjustmentForm): PriceAdjustment {
  return form.kind === 'amount'
    ? { kind: form.kind, amount: decimal(form.amount) }
    : { kind: form.kind, percent: decimal(form.percent) };
}

function percent(value: Exact | null): string | null {
  return (
    value &&
    print(withDigits(roundToDigits(value, PERCENT_DIGITS, 'halfAwayFromZero'), PERCENT_DIGITS))
  );
}

/** Whether the price is another than it was, and so goes to the draft. */
export function changes({
  leftOut,
  fixed,
  before,
  after,
  levelId,
  typedPriceId,
}: Pick<
  WorkedOut,
  'leftOut' | 'fixed' | 'before' | 'after' | 'levelId' | 'typedPriceId'
>): boolean {
  if (leftOut || fixed || after === null) return false;
  // A level's price that would be typed anew stands there even where it says the same.
  if (before === null || (levelId !== null && typedPriceId === null)) return true;
  return compare(decimal(before), decimal(after)) !== 0;
}
