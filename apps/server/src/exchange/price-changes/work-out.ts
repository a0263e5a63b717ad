import {
  roundingFromForm,
  type PriceTypedForm,
  type PriceChangeContent,
} from '@honest-ledger/contracts';
import {
  changedPrice,
  compare,
  compareExact,
  compileSetup,
  decimal,
  marginOf,
  markupOf,
  percentMoved,
  print,
  ratesOf,
  subtract,
  typedPrice,
  type CurrencyCode,
  type Decimal,
  type Exact,
} from '@honest-ledger/engine';
import { findItemNumbers } from '../../master-data/item-list/queries';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import { shownCost, shownPercent, unitCost } from '../../master-data/costs/unit-cost';
import type { Queries } from '../../platform/database/database';
import { editedSetup, heldEdits } from '../../setup/drafts/queries';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { basisOf, costOf, withTableLevel, type Asked, type NoPrice } from './price-basis';
import { changeFromForm, typedFromForm } from './price-forms';
import { pricesAtLevels } from './prices-at-levels';
import { remarkOf } from './remarks';
import { keyOf, pricesOf, type PriceKey, type PriceOfItem } from './prices';

/** What somebody decided on one price. */
export interface Decision {
  readonly typed: PriceTypedForm | null;
  /** Null where nobody said whether it is left out. */
  readonly decided: boolean | null;
}

/** A price before and after, and how it lies above the cost of one unit, as text. */
interface Figures {
  readonly cost: string | null;
  readonly before: string | null;
  readonly after: string | null;
  readonly change: string | null;
  readonly move: string | null;
  readonly markupBefore: string | null;
  readonly marginBefore: string | null;
  readonly markup: string | null;
  readonly margin: string | null;
}

/** A price and what becomes of it, as it is written down. */
export interface WorkedOut extends Decision, Figures {
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
  readonly costKind: string | null;
  readonly leftOut: boolean;
  readonly fixed: boolean;
  readonly remark: string | null;
  readonly belowCost: boolean;
  readonly belowMargin: boolean;
}

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
    (await findItemNumbers(
      queries,
      { ...content.goods, sort: 'item', descending: false },
      services.now(),
    ));
  const items = await readItemsToPrice(queries, pricingDay(day, compiled), all);
  const prices = pricesOf(items, content, edited, compiled, day);
  const priced = pricesAtLevels(prices, compiled, facts, services.now());
  const rates = ratesOf(compiled.homeCurrency, facts.rates);
  const asked = { content, compiled, rates, day, priced };
  return prices.map((price, index) => {
    const decision = decisions.get(keyOf(keyed(price))) ?? UNDECIDED;
    return workedOut(price, index, decision, asked);
  });
}

function keyed({ item, level, unit, typedPriceId }: PriceOfItem): PriceKey {
  return { itemId: item.id, levelId: level?.id ?? null, unit: unit.unit, typedPriceId };
}

const UNDECIDED: Decision = { typed: null, decided: null };

function workedOut(price: PriceOfItem, place: number, decision: Decision, asked: Asked): WorkedOut {
  const { item, level, currency, unit } = price;
  const cost = costOf(price, asked);
  const each = cost && unitCost(cost, item, { unit, currency, rates: asked.rates });
  const before = price.standing ?? asked.priced(level?.id ?? null, currency, place);
  const after = priceAfter(price, place, decision, { before, each }, asked);
  const made = typeof after === 'string' ? null : after;
  const fixed = price.sharedName !== null;
  const keptByTable = level === null && price.standing === null && before !== null;
  const { typed, decided } = decision;
  return {
    row: place + 1,
    ...keyed(price),
    inBaseUnit: price.inBaseUnit,
    minQuantity: print(price.minQuantity),
    fromDay: price.window.from,
    untilDay: price.window.until,
    currency,
    costKind: cost?.kind ?? null,
    ...figuresOf(before, made, each, currency),
    typed,
    decided,
    leftOut: fixed || (decided ?? (keptByTable && typed === null)),
    fixed,
    remark: remarkOf(price, after, keptByTable),
    ...warningsOf(made, each, asked.content),
  };
}

/** What a price becomes, or why it becomes nothing; null where it is not changed here. */
function priceAfter(
  price: PriceOfItem,
  place: number,
  { typed }: Decision,
  { before, each }: { readonly before: Decimal | null; readonly each: Exact | null },
  asked: Asked,
): Decimal | NoPrice | null {
  const { content, compiled } = asked;
  const { currency } = price;
  const rule = content.rounding && roundingFromForm(content.rounding);
  const ends = {
    rounding: rule?.currency === currency ? rule : null,
    digits: compiled.unitPriceDigits(currency),
    mode: compiled.roundingMode,
  };
  if (typed) return typedPrice(typedFromForm(typed), { before, cost: each }, ends);
  if (price.sharedName !== null) return null;
  const from = basisOf(price, place, before, each, asked);
  if (typeof from === 'string') return from;
  return changedPrice(from, changeFromForm(content.change), ends) ?? 'belowZero';
}

/** A price before and after as it is shown: its move, and how it lies above the cost. */
function figuresOf(
  before: Decimal | null,
  after: Decimal | null,
  each: Exact | null,
  currency: CurrencyCode,
): Figures {
  return {
    cost: each && shownCost(each, currency),
    before: before && print(before),
    after: after && print(after),
    change: after && before && print(subtract(after, before)),
    move: shownPercent(after && before && percentMoved(before, after)),
    markupBefore: shownPercent(before && each && markupOf(before, each)),
    marginBefore: shownPercent(before && each && marginOf(before, each)),
    markup: shownPercent(after && each && markupOf(after, each)),
    margin: shownPercent(after && each && marginOf(after, each)),
  };
}

/** What is wrong with a new price: it is below its cost, or below the margin that was asked for. */
function warningsOf(
  after: Decimal | null,
  each: Exact | null,
  { leastMargin }: PriceChangeContent,
): Pick<WorkedOut, 'belowCost' | 'belowMargin'> {
  const margin = after && each && marginOf(after, each);
  const isBelow = (value: Exact | null, least: Exact | null): boolean =>
    value !== null && least !== null && compareExact(value, least) < 0;
  return {
    belowCost: isBelow(after, each),
    belowMargin: isBelow(margin, leastMargin === null ? null : decimal(leastMargin)),
  };
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
