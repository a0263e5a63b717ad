import fc from 'fast-check';
import { make, type Decimal } from '../number/decimal';
import { divide, type Exact } from '../number/exact';
import type { RoundingRule } from '../number/rounding-rule';
import type { Agreement } from '../setup/agreement';
import type { ItemCost, PurchaseCost } from '../setup/cost';
import type { CostAdjustment, CostBand, CostTable } from '../setup/cost-table';
import type { Window } from '../setup/dates';
import type { DocumentLine, PricingDocument } from '../setup/document';
import type { CustomerFacts, ItemFacts, OutletFacts } from '../setup/facts';
import { ITEM_KINDS, type BasePrice } from '../setup/goods';
import type { Adjusting, Adjustment, Basis, Level, LevelEntry, TypedPrice } from '../setup/level';
import type { Reach } from '../setup/reach';
import type { Setup } from '../setup/setup';

/** Units around the places where numbers change their representation, and anywhere else. */
const units = fc.oneof(
  { weight: 3, arbitrary: fc.bigInt({ min: -(10n ** 9n), max: 10n ** 9n }) },
  { weight: 1, arbitrary: fc.bigInt({ min: -(10n ** 40n), max: 10n ** 40n }) },
  {
    weight: 2,
    arbitrary: fc
      .tuple(
        fc.constantFrom(1n, -1n),
        fc.integer({ min: -3, max: 3 }),
        fc.constantFrom(1n, 2n, 10n),
      )
      .map(([sign, near, factor]) => (sign * (2n ** 53n + BigInt(near))) / factor),
  },
);

/** Any decimal, often at the edge of the safe integers. */
export const decimals: fc.Arbitrary<Decimal> = fc
  .tuple(units, fc.integer({ min: 0, max: 12 }))
  .map(([value, scale]) => make(value, scale));

/** A decimal or a quotient of two. */
export const exacts: fc.Arbitrary<Exact> = fc.oneof(
  decimals,
  fc
    .tuple(decimals, fc.integer({ min: 1, max: 9999 }))
    .map(([value, over]) => divide(value, make(over, 0))),
);

/** A price of up to 10,000 with up to four decimals. */
export const prices = fc
  .tuple(fc.integer({ min: 0, max: 100_000_000 }), fc.integer({ min: 0, max: 4 }))
  .map(([value, scale]) => make(value, Math.max(scale, 4)));

const named = (code: string): { code: string; name: string } => ({ code, name: code });
const CLAY = named('clay');
const BAG = { unit: 'bag', quantityDigits: 2 };
const PALLET = { unit: 'pallet', factor: make(60, 0), digits: 1 };
const SCOOP = { unit: 'scoop', factor: make(3, 2), digits: 2 };

const COSTS: readonly (readonly ItemCost[])[] = [
  [{ kind: 'last', amount: make(412, 2), currency: 'EUR', unit: null }],
  [
    { kind: 'last', amount: make(0, 0), currency: 'EUR', unit: null },
    { kind: 'split', amount: make(30_000, 2), currency: 'USD', unit: 'pallet' },
  ],
  [{ kind: 'landed', amount: make(1999, 1), currency: 'JPY', unit: null }],
];
const PURCHASES: readonly PurchaseCost[] = [
  { minimum: 0, amount: 399, unit: null },
  { minimum: 60, amount: 377, unit: null },
  { minimum: 1, amount: 21_000, unit: 'pallet' },
].map(({ minimum, amount, unit }) => ({
  supplier: 'pits',
  amount: make(amount, 2),
  currency: 'EUR',
  unit,
  minQuantity: make(minimum, 0),
  window: { from: null, until: null },
}));
const costKinds = fc.constantFrom('last', 'landed', 'purchase', 'split', 'standard');

/** Four items that differ in everything a reach can ask for. */
const ITEMS: readonly ItemFacts[] = [
  { item: 'CL-1', categories: [CLAY], brand: named('ebb'), supplier: named('pits'), ...BAG },
  { item: 'CL-2', categories: [CLAY, named('stoneware')], brand: null, supplier: null, ...BAG },
  { item: 'GL-1', categories: [named('glaze')], brand: named('ebb'), supplier: null, ...BAG },
  { item: 'TL-1', categories: [], brand: null, supplier: named('pits'), ...BAG },
].map((item, index) => ({
  name: item.item,
  kind: ITEM_KINDS[index % 2] ?? 'stock',
  family: index < 2 ? named('bodies') : null,
  units: index === 3 ? [] : [PALLET, SCOOP],
  timeUnit: null,
  listPrice: index === 2 ? null : { amount: make(2500, 2), currency: 'USD' },
  namedPrices: index === 0 ? [{ name: 'trade', amount: make(1234, 2), currency: 'EUR' }] : [],
  costs: COSTS[index] ?? [],
  purchaseCosts: index === 0 || index === 2 ? PURCHASES : [],
  unitsSold: index === 0 ? [{ days: 90, quantity: make(120, 0) }] : [],
  ...item,
}));
const NUMBERS = ITEMS.map(({ item }) => item);
const numbers = fc.constantFrom(...NUMBERS);
const unitCodes = fc.constantFrom(null, null, 'pallet', 'scoop', 'drum');

const categories = fc.constantFrom('clay', 'stoneware', 'glaze');
const reaches: fc.Arbitrary<Reach> = fc.oneof(
  numbers.map((item) => ({ kind: 'item' as const, item })),
  categories.map((category) => ({ kind: 'category' as const, category })),
  categories.map((category) => ({ kind: 'categoryBrand' as const, category, brand: 'ebb' })),
  categories.map((category) => ({ kind: 'supplierCategory' as const, category, supplier: 'pits' })),
  fc.constantFrom<Reach>(
    { kind: 'family', family: 'bodies' },
    { kind: 'brand', brand: 'ebb' },
    { kind: 'supplier', supplier: 'pits' },
    { kind: 'itemKind', itemKind: 'nonStock' },
    { kind: 'all' },
    { kind: 'all' },
  ),
);

const percents = fc.integer({ min: -10_000, max: 20_000 }).map((percent) => make(percent, 2));
const amounts = fc.integer({ min: -2000, max: 2000 }).map((amount) => make(amount, 2));
const adjustments: fc.Arbitrary<Adjustment> = fc.oneof(
  { weight: 3, arbitrary: percents.map((percent) => ({ kind: 'percent' as const, percent })) },
  {
    weight: 1,
    arbitrary: fc.record({ kind: fc.constant('amount'), amount: amounts, unit: unitCodes }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant('percentAndAmount'),
      percent: percents,
      amount: amounts,
      unit: unitCodes,
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({ kind: fc.constant('set'), price: prices, unit: unitCodes }),
  },
);

const adjustings: fc.Arbitrary<Adjusting> = fc.oneof(
  adjustments.map((adjustment) => ({ kind: 'plain' as const, adjustment })),
  fc.tuple(adjustments, adjustments, fc.integer({ min: 0, max: 500 })).map(([low, high, from]) => ({
    kind: 'byPrice' as const,
    bands: [
      { from: make(from, 1), adjustment: low },
      { from: make(from + 200, 1), adjustment: high },
    ],
  })),
  adjustments.map((adjustment) => ({
    kind: 'byCost' as const,
    bands: [{ from: make(1, 0), adjustment }],
  })),
);

const multipliers = fc.integer({ min: 1, max: 900 }).map((factor) => make(factor, 2));
const markups = fc.integer({ min: -2000, max: 20_000 }).map((percent) => make(percent, 2));
const margins = fc.integer({ min: -2000, max: 8000 }).map((percent) => make(percent, 2));

/** What is done to a cost. */
export const costAdjustments: fc.Arbitrary<CostAdjustment> = fc.oneof(
  multipliers.map((factor) => ({ kind: 'multiplier' as const, factor })),
  markups.map((percent) => ({ kind: 'markup' as const, percent })),
  margins.map((percent) => ({ kind: 'margin' as const, percent })),
  amounts.map((amount) => ({ kind: 'amount' as const, amount })),
  prices.map((price) => ({ kind: 'set' as const, price })),
);

/** Bands by unit cost, their thresholds in strictly rising order. */
export const costBands: fc.Arbitrary<CostBand[]> = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 5000 }), costAdjustments), {
    minLength: 1,
    maxLength: 6,
  })
  .map((bands) => new Map(bands))
  .map((bands) =>
    [...bands]
      .sort(([a], [b]) => a - b)
      .map(([from, adjustment]) => ({ from: make(from, 2), adjustment })),
  );

const bases = (levels: readonly string[]): fc.Arbitrary<Basis> =>
  fc.constantFrom<Basis>(
    { kind: 'basePrice' },
    { kind: 'basePrice' },
    { kind: 'listPrice' },
    { kind: 'namedPrice', name: 'trade' },
    { kind: 'cost', cost: 'last' },
    { kind: 'cost', cost: 'purchase' },
    { kind: 'costTable', table: null },
    { kind: 'costTable', table: 'T2' },
    ...levels.map((level) => ({ kind: 'level' as const, level })),
  );

const entries = (levels: readonly string[]): fc.Arbitrary<LevelEntry> =>
  fc.record({
    id: fc.uuid(),
    reach: reaches,
    basis: bases(levels),
    adjusting: adjustings,
    closes: fc.boolean(),
  });

const DIRECTIONS = ['nearest', 'up', 'down'] as const;
export const roundings: fc.Arbitrary<RoundingRule> = fc.oneof(
  fc.record({
    kind: fc.constant('increment'),
    currency: fc.constantFrom('EUR', 'JPY'),
    increment: fc.constantFrom(make(5, 2), make(1, 1), make(1, 0), make(25, 2), make(3, 1)),
    direction: fc.constantFrom(...DIRECTIONS),
    leastPrice: fc.option(fc.constantFrom(make(1, 0), make(99, 2))),
  }),
  fc.record({
    kind: fc.constant('endings'),
    currency: fc.constantFrom('EUR', 'JPY'),
    endings: fc.constantFrom([make(49, 2), make(99, 2)], [make(0, 0)], [make(95, 2), make(0, 0)]),
    period: fc.constantFrom(1, 10, 100),
    direction: fc.constantFrom(...DIRECTIONS),
    leastPrice: fc.constant(null),
  }),
);

const windows: fc.Arbitrary<Window> = fc.constantFrom(
  { from: null, until: null },
  { from: null, until: null },
  { from: '2026-11-24', until: null },
  { from: '2026-01-01', until: '2026-11-24' },
  { from: '2026-11-25', until: null },
  { from: null, until: '2026-11-23' },
);
const minimums = fc.constantFrom(make(0, 0), make(0, 0), make(5, 0), make(90, 0));
const dated = { item: numbers, price: prices, unit: unitCodes, window: windows };

const typedPrices: fc.Arbitrary<TypedPrice> = fc.record({
  ...dated,
  id: fc.uuid(),
  minQuantity: minimums,
  closes: fc.boolean(),
});

/** A level that may start from others. */
export const levels = (id: string, others: readonly string[] = []): fc.Arbitrary<Level> =>
  fc.record({
    id: fc.constant(id),
    name: fc.constant(`Level ${id}`),
    currency: fc.constantFrom('EUR', 'EUR', 'EUR', 'JPY'),
    window: fc.oneof({ weight: 5, arbitrary: fc.constant({ from: null, until: null }) }, windows),
    order: fc.constantFrom('narrowest', 'narrowest', 'list'),
    entries: fc.array(entries(others), { maxLength: 6 }),
    exceptions: fc.subarray(NUMBERS, { maxLength: 1 }),
    typedPrices: fc.array(typedPrices, { maxLength: 2 }),
    rounding: fc.option(roundings),
  });

const costTables = (id: string): fc.Arbitrary<CostTable> =>
  fc.record({
    id: fc.constant(id),
    name: fc.constant(`Table ${id}`),
    currency: fc.constantFrom('EUR', 'EUR', 'USD'),
    reaches: fc.array(reaches, { maxLength: 2 }),
    outlets: fc.constantFrom(null, null, null, ['O1']),
    costs: fc.uniqueArray(fc.record({ cost: costKinds, bands: costBands }), {
      selector: ({ cost }) => cost,
      minLength: 1,
      maxLength: 3,
    }),
    points: fc.option(
      fc.constant({
        days: 90,
        bands: [
          { from: make(0, 0), points: make(-5, 0) },
          { from: make(100, 0), points: make(5, 0) },
        ],
      }),
    ),
    fees: fc.option(fc.constant({ percent: make(12, 0), fixed: make(50, 2) })),
    pieceCharges: fc.array(fc.record({ reach: reaches, amount: amounts }), { maxLength: 2 }),
    rounding: fc.option(roundings),
  });

const agreements: fc.Arbitrary<Agreement> = fc.record({
  ...dated,
  id: fc.uuid(),
  party: fc.constantFrom(
    { kind: 'customer', customer: 'C1' },
    { kind: 'customer', customer: 'C2' },
    { kind: 'segment', segment: 'shops' },
  ),
  currency: fc.constantFrom('EUR', 'USD'),
  minQuantity: minimums,
  open: fc.boolean(),
});

const basePrices: fc.Arbitrary<BasePrice[]> = fc
  .tuple(
    ...[...NUMBERS.map((item) => ({ item, unit: null })), { item: 'CL-1', unit: 'pallet' }].map(
      (key) =>
        fc.option(
          fc.oneof(
            prices.map((price) => ({ ...key, kind: 'own' as const, price })),
            fc.constant({ ...key, kind: 'shared' as const, shared: 'glazes' }),
          ),
          { freq: 5 },
        ),
    ),
  )
  .map((found) => found.filter((one) => one !== null));

/** A setup over those items with three levels; B may start from A, and C from both and itself. */
export const setups: fc.Arbitrary<Setup> = fc.record({
  version: fc.integer({ min: 1, max: 99 }),
  homeCurrency: fc.constant('EUR'),
  roundingMode: fc.constantFrom('halfAwayFromZero', 'halfToEven', 'awayFromZero', 'towardsZero'),
  unitPriceDigits: fc.constantFrom({}, { EUR: 4 }),
  defaultLevel: fc.constantFrom(null, 'A'),
  basePrices,
  sharedPrices: prices.map((price) => [{ id: 'glazes', name: 'Brush-on glazes', price }]),
  agreements: fc.array(agreements, { maxLength: 4 }),
  levels: fc
    .tuple(levels('A'), levels('B', ['A']), levels('C', ['A', 'B', 'C', 'gone']))
    .map((all) => [...all]),
  costOrder: fc.shuffledSubarray(['last', 'purchase', 'landed', 'standard']),
  costTables: fc.tuple(costTables('T1'), costTables('T2')).map((all) => [...all]),
});

const levelIds = fc.constantFrom('A', 'B', 'C', 'C', 'gone', null);

const customers: fc.Arbitrary<CustomerFacts> = fc.record({
  code: fc.constant('C1'),
  name: fc.constant('A customer'),
  segment: fc.option(
    levelIds.map((level) => ({ code: 'shops', name: 'Shops', level })),
    { freq: 1 },
  ),
  level: levelIds,
  assignments: fc.array(
    fc.record({
      id: fc.uuid(),
      level: fc.constantFrom('A', 'B', 'gone'),
      reach: reaches,
      window: windows,
    }),
    { maxLength: 3 },
  ),
});

const outlets: fc.Arbitrary<OutletFacts> = fc.record({
  code: fc.constant('O1'),
  name: fc.constant('The counter'),
  timeZone: fc.constant('Europe/Lisbon'),
  level: levelIds,
  levelsAllowed: fc.option(fc.subarray(['A', 'B', 'C']), { freq: 1 }),
});

const lines: fc.Arbitrary<Omit<DocumentLine, 'id'>> = fc.record({
  item: fc.constantFrom(...NUMBERS, 'NO-1'),
  quantity: fc.integer({ min: -1000, max: 100_000 }).map((quantity) => make(quantity, 2)),
  unit: unitCodes,
  duration: fc.constant(null),
  formOfSupply: fc.constantFrom(null, null, 'split', 'purchase'),
  level: fc.constantFrom(null, null, null, 'B'),
  priceByHand: fc.option(
    prices.map((price) => ({ price, reason: 'a friend' })),
    { freq: 5 },
  ),
});

/** A document over those items, for a customer or for nobody known, at an outlet or at none. */
export const documents: fc.Arbitrary<PricingDocument> = fc
  .record({
    currency: fc.constantFrom('EUR', 'EUR', 'EUR', 'USD', 'KWD'),
    level: fc.constantFrom(null, null, 'A'),
    customer: fc.option(customers),
    outlet: fc.option(outlets, { freq: 1 }),
    lines: fc.array(lines, { maxLength: 8 }),
  })
  .map(({ customer, outlet, ...document }) => ({
    ...document,
    pricedAt: '2026-11-24T14:32:00Z',
    facts: {
      local: { day: '2026-11-24', time: '14:32:00', offset: '+00:00' },
      customer,
      outlet,
      rates: [
        { currency: 'USD', rate: make(10_837, 4) },
        { currency: 'JPY', rate: make(16_327, 2) },
      ],
      items: ITEMS,
    },
    lines: document.lines.map((line, index) => ({ ...line, id: String(index + 1) })),
  }));
