import fc from 'fast-check';
import { make, type Decimal } from '../number/decimal';
import { divide, type Exact } from '../number/exact';
import type { RoundingRule } from '../number/rounding-rule';
import type { ItemCost, PurchaseCost } from '../setup/cost';
import type { Window } from '../setup/dates';
import type { ItemFacts } from '../setup/facts';
import { ITEM_KINDS } from '../setup/goods';
import type { Adjustment } from '../setup/level';
import type { Scope } from '../setup/scope';

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
  [{ kind: 'last', amount: make(275, 2), currency: 'EUR', unit: null }],
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
export const costKinds = fc.constantFrom('last', 'landed', 'purchase', 'split', 'standard');

const ATTRIBUTES: readonly ItemFacts['attributes'][] = [
  { weight: '12.5', firing: 'cone 6' },
  { weight: '20' },
  { firing: 'cone 10', weight: 'heavy' },
];

/** Goods that are priced by time. */
export const HIRED = 'TL-1';

/** Four items that differ in everything a scope can ask for. */
export const ITEMS: readonly ItemFacts[] = [
  { item: 'CL-1', categories: [CLAY], brand: named('ebb'), supplier: named('pits'), ...BAG },
  { item: 'CL-2', categories: [CLAY, named('stoneware')], brand: null, supplier: null, ...BAG },
  { item: 'GL-1', categories: [named('glaze')], brand: named('ebb'), supplier: null, ...BAG },
  { item: 'TL-1', categories: [], brand: null, supplier: named('pits'), ...BAG },
].map((item, index) => ({
  name: item.item,
  kind: ITEM_KINDS[index % 2] ?? 'stock',
  family: index < 2 ? named('bodies') : null,
  units: index === 3 ? [] : [PALLET, SCOOP],
  timeUnit: item.item === HIRED ? 'day' : null,
  listPrice: index === 2 ? null : { amount: make(2500, 2), currency: 'USD' },
  namedPrices: index === 0 ? [{ name: 'trade', amount: make(1234, 2), currency: 'EUR' }] : [],
  costs: COSTS[index] ?? [],
  purchaseCosts: index === 0 || index === 2 ? PURCHASES : [],
  unitsSold: index === 0 ? [{ days: 90, quantity: make(120, 0) }] : [],
  attributes: ATTRIBUTES[index] ?? {},
  ...item,
}));
export const NUMBERS = ITEMS.map(({ item }) => item);
export const numbers = fc.constantFrom(...NUMBERS);
export const unitCodes = fc.constantFrom(null, null, 'pallet', 'scoop', 'drum');

const categories = fc.constantFrom('clay', 'stoneware', 'glaze');
export const scopes: fc.Arbitrary<Scope> = fc.oneof(
  numbers.map((item) => ({ kind: 'item' as const, item })),
  categories.map((category) => ({ kind: 'category' as const, category })),
  categories.map((category) => ({ kind: 'categoryBrand' as const, category, brand: 'ebb' })),
  categories.map((category) => ({ kind: 'supplierCategory' as const, category, supplier: 'pits' })),
  fc.constantFrom<Scope>(
    { kind: 'family', family: 'bodies' },
    { kind: 'brand', brand: 'ebb' },
    { kind: 'supplier', supplier: 'pits' },
    { kind: 'itemKind', itemKind: 'nonStock' },
    { kind: 'all' },
    { kind: 'all' },
  ),
);

export const percents = fc
  .integer({ min: -10_000, max: 20_000 })
  .map((percent) => make(percent, 2));
export const amounts = fc.integer({ min: -2000, max: 2000 }).map((amount) => make(amount, 2));
export const adjustments: fc.Arbitrary<Adjustment> = fc.oneof(
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

export const windows: fc.Arbitrary<Window> = fc.constantFrom(
  { from: null, until: null },
  { from: null, until: null },
  { from: '2026-11-24', until: null },
  { from: '2026-01-01', until: '2026-11-24' },
  { from: '2026-11-25', until: null },
  { from: null, until: '2026-11-23' },
);
