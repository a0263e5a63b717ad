import fc from 'fast-check';
import { make, type Decimal } from '../number/decimal';
import type { RoundingRule } from '../number/rounding-rule';
import type { CategoryFacts, ItemFacts, PricingDocument } from '../setup/document';
import type { Level, LevelEntry, Reach, Setup } from '../setup/setup';

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

/** A price of up to 10,000 with up to four decimals. */
export const prices = fc
  .tuple(fc.integer({ min: 0, max: 100_000_000 }), fc.integer({ min: 0, max: 4 }))
  .map(([value, scale]) => make(value, Math.max(scale, 4)));

const TREE: readonly (readonly CategoryFacts[])[] = [
  [{ code: 'clay', name: 'Clay' }],
  [
    { code: 'clay', name: 'Clay' },
    { code: 'stoneware', name: 'Stoneware' },
  ],
  [{ code: 'glaze', name: 'Glazes' }],
  [],
];
const ITEMS = ['CL-1', 'CL-2', 'GL-1', 'TL-1'] as const;

const reaches: fc.Arbitrary<Reach> = fc.oneof(
  fc.constantFrom(...ITEMS).map((item) => ({ kind: 'item' as const, item })),
  fc
    .constantFrom('clay', 'stoneware', 'glaze')
    .map((category) => ({ kind: 'category' as const, category })),
  fc.constant({ kind: 'all' as const }),
);

const entries: fc.Arbitrary<LevelEntry> = fc
  .record({ id: fc.uuid(), reach: reaches, percent: fc.integer({ min: -10_000, max: 20_000 }) })
  .map(({ id, reach, percent }) => ({
    id,
    reach,
    adjustment: { kind: 'percent', percent: make(percent, 2) },
  }));

const roundings: fc.Arbitrary<RoundingRule> = fc.record({
  currency: fc.constantFrom('EUR', 'JPY'),
  increment: fc.constantFrom(make(5, 2), make(1, 1), make(1, 0), make(25, 2), make(3, 1)),
  direction: fc.constantFrom('nearest', 'up', 'down'),
  leastPrice: fc.option(fc.constantFrom(make(1, 0), make(99, 2))),
});

export const levels = (id: string): fc.Arbitrary<Level> =>
  fc.record({
    id: fc.constant(id),
    name: fc.constant(`Level ${id}`),
    entries: fc.array(entries, { maxLength: 6 }),
    rounding: fc.option(roundings),
  });

/** A setup with two levels, A and B, over four items. */
export const setups: fc.Arbitrary<Setup> = fc.record({
  version: fc.integer({ min: 1, max: 99 }),
  homeCurrency: fc.constant('EUR'),
  roundingMode: fc.constantFrom('halfAwayFromZero', 'halfToEven', 'awayFromZero', 'towardsZero'),
  unitPriceDigits: fc.constantFrom({}, { EUR: 4 }),
  basePrices: fc
    .tuple(
      ...ITEMS.map((item) =>
        fc.option(
          prices.map((price) => ({ item, price })),
          { freq: 5 },
        ),
      ),
    )
    .map((found) => found.filter((one) => one !== null)),
  levels: fc.tuple(levels('A'), levels('B')).map((both) => [...both]),
});

/** A document over those items, for a customer of level A, of a level nobody has, or of none. */
export const documents: fc.Arbitrary<PricingDocument> = fc
  .record({
    level: fc.constantFrom('A', 'A', 'A', 'gone', null),
    known: fc.boolean(),
    quantities: fc.array(
      fc.tuple(fc.constantFrom(...ITEMS, 'NO-1'), fc.integer({ min: -1000, max: 100_000 })),
      { maxLength: 8 },
    ),
    currency: fc.constantFrom('EUR', 'EUR', 'EUR', 'USD'),
  })
  .map(({ level, known, quantities, currency }) => ({
    pricedAt: '2026-11-24T14:32:00Z',
    currency,
    facts: {
      customer: known || level ? { code: 'C1', name: 'A customer', level } : null,
      items: ITEMS.map((item, index): ItemFacts => ({
        item,
        name: item,
        categories: TREE[index] ?? [],
        unit: 'bag',
        quantityDigits: index,
      })),
    },
    lines: quantities.map(([item, quantity], index) => ({
      id: String(index + 1),
      item,
      quantity: make(quantity, 2),
    })),
  }));
