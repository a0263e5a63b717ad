import { PLAIN_LINE, PLAIN_DOCUMENT } from '../setup/document';
import {
  add,
  compare,
  fromInteger,
  isPositive,
  make,
  multiply,
  subtract,
  withDigits,
  type Decimal,
} from '../number/decimal';
import type { Exact } from '../number/exact';
import { marginOf } from '../number/markup';
import { minorDigits } from '../number/currency';
import { roundToDigits } from '../number/rounding';
import { price } from '../pricing/price-document';
import { COST_KINDS, type CostKind } from '../setup/cost';
import type { CostTable } from '../setup/cost-table';
import type { ItemFacts } from '../setup/facts';

/** What a table makes of a unit cost. */
export interface CurvePoint {
  readonly cost: Decimal;
  /** Null where it makes no price. */
  readonly price: Decimal | null;
  /** Of the price, in percent. */
  readonly margin: Exact | null;
}

const NOBODY = { local: { day: '2000-01-01', time: '00:00:00', offset: '+00:00' }, customer: null };
const BETWEEN = 24;
/** As fine as unit prices can be. */
const CURVE_DIGITS = 6;

/**
 * A table's price and margin over the unit cost of one kind, by the engine itself: at every
 * threshold, a hundredth below it, and at so many costs between. The goods are of no category and no
 * brand, so only piece charges on everything are in it.
 */
export function costCurve(table: CostTable, kind: CostKind): CurvePoint[] {
  const bands = table.costs.find(({ cost }) => cost === kind)?.bands ?? [];
  const costs = curveCosts(bands.map(({ from }) => from));
  const everywhere: CostTable = { ...table, scopes: [{ kind: 'all' }], outlets: null };
  const { currency } = table;
  const priced = price(
    {
      version: 1,
      homeCurrency: currency,
      roundingMode: 'halfAwayFromZero',
      // near a cost of zero the rounding of a price would bend a margin that is straight
      unitPriceDigits: { [currency]: CURVE_DIGITS },
      defaultLevel: null,
      costOrder: [...new Set([kind, ...COST_KINDS])],
      floors: [],
      basePrices: [],
      sharedPrices: [],
      agreements: [],
      levels: [],
      costTables: [{ ...everywhere, costs: table.costs.filter(({ cost }) => cost === kind) }],
      breaks: [],
      conditions: [],
      rules: [],
      ruleChoice: 'first',
    },
    {
      ...PLAIN_DOCUMENT,
      pricedAt: '2000-01-01T00:00:00Z',
      currency,
      facts: {
        ...NOBODY,
        outlet: null,
        rates: [],
        ruleUses: [],
        bought: null,
        setUpPaid: [],
        tax: null,
        items: costs.map((amount, place) => itemAt(place, { kind, amount, currency, unit: null })),
      },
      lines: costs.map((_, place) => ({
        id: String(place),
        item: String(place),
        quantity: fromInteger(1),
        unit: null,
        duration: null,
        ...PLAIN_LINE,
      })),
    },
  );
  return costs.map((cost, place) => {
    const line = priced.lines[place];
    const each = line?.kind === 'priced' ? (line.slices[0]?.unitPrice ?? null) : null;
    const sold = each && roundToDigits(each, minorDigits(currency), 'halfAwayFromZero');
    return {
      cost,
      price: sold && withDigits(sold, minorDigits(currency)),
      margin: each && marginOf(each, cost),
    };
  });
}

/** Thresholds, a hundredth below each, costs between, and half as much again above the last. */
function curveCosts(thresholds: readonly Decimal[]): Decimal[] {
  const last = thresholds.at(-1) ?? fromInteger(0);
  const end = isPositive(last) ? multiply(last, make(15, 1)) : fromInteger(20);
  const edges = [...thresholds, end];
  const costs = edges.flatMap((from, place) => {
    const next = edges[place + 1];
    if (!next) return [from];
    const span = subtract(next, from);
    const between = Array.from({ length: BETWEEN - 1 }, (_, at) =>
      add(from, roundedPart(span, at + 1)),
    );
    const below = subtract(next, make(1, 2));
    return [
      from,
      ...between,
      ...(compare(below, from) > 0 && place < thresholds.length - 1 ? [below] : []),
    ];
  });
  const positive = costs.filter(isPositive);
  const first = thresholds[0] ?? fromInteger(0);
  const beginning = isPositive(first) ? [] : [make(1, 2)];
  return unique([...beginning, ...positive].toSorted(compare));
}

/** at/24 of a span, to four decimals: fine enough to draw, and exact to price. */
function roundedPart(span: Decimal, at: number): Decimal {
  const scaled = multiply(span, make(at * 10_000, 0));
  const units = BigInt(scaled.units) / (BigInt(BETWEEN) * 10n ** BigInt(scaled.scale));
  return make(units, 4);
}

function unique(sorted: readonly Decimal[]): Decimal[] {
  return sorted.filter((one, at) => {
    const before = sorted[at - 1];
    return !before || compare(before, one) !== 0;
  });
}

function itemAt(place: number, cost: ItemFacts['costs'][number]): ItemFacts {
  return {
    item: String(place),
    name: '',
    kind: 'stock',
    categories: [],
    family: null,
    brand: null,
    supplier: { code: '', name: '' },
    unit: 'piece',
    quantityDigits: 0,
    units: [],
    timeUnit: null,
    listPrice: null,
    namedPrices: [],
    costs: cost.kind === 'purchase' ? [] : [cost],
    purchaseCosts:
      cost.kind === 'purchase'
        ? [
            {
              supplier: '',
              amount: cost.amount,
              currency: cost.currency,
              unit: null,
              minQuantity: fromInteger(0),
              window: { from: null, until: null },
            },
          ]
        : [],
    unitsSold: [],
    attributes: {},
  };
}
