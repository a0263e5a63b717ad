import fc from 'fast-check';
import { compare, make, multiply, negate, type Decimal } from '../number/decimal';
import { roundToDigits } from '../number/rounding';
import type { Agreement } from '../setup/agreement';
import type { CostAdjustment, CostBand, CostTable } from '../setup/cost-table';
import {
  DOCUMENT_KINDS,
  type DiscountByHand,
  type DocumentLine,
  type KeptPrice,
  type PricingDocument,
} from '../setup/document';
import type { CustomerFacts, OutletFacts, TaxFacts } from '../setup/facts';
import type { BasePrice } from '../setup/goods';
import type { Adjusting, Basis, Level, LevelEntry, TypedPrice } from '../setup/level';
import { FLOOR_ACTIONS, type FloorLeast } from '../setup/floor';
import { RULE_CHOICES, type DocumentOff } from '../setup/rule';
import type { Setup } from '../setup/setup';
import { breaks } from './arbitrary-breaks';
import {
  prices,
  costKinds,
  ITEMS,
  NUMBERS,
  numbers,
  unitCodes,
  scopes,
  amounts,
  adjustments,
  HIRED,
  roundings,
  windows,
} from './arbitrary-parts';
import { conditions, rules } from './arbitrary-rules';

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
    scope: scopes,
    basis: bases(levels),
    adjusting: adjustings,
    rounding: fc.option(roundings, { freq: 1 }),
    closes: fc.boolean(),
  });

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
    scopes: fc.array(scopes, { maxLength: 2 }),
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
    pieceCharges: fc.array(fc.record({ scope: scopes, amount: amounts }), { maxLength: 2 }),
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

const floorLeasts: fc.Arbitrary<FloorLeast> = fc.oneof(
  {
    weight: 3,
    arbitrary: fc
      .constantFrom(make(0, 0), make(125, 1), make(60, 0))
      .map((percent) => ({ kind: 'margin' as const, percent })),
  },
  fc.record({
    kind: fc.constant('amount' as const),
    amount: prices,
    currency: fc.constantFrom('EUR', 'USD', 'KWD'),
  }),
  fc
    .constantFrom(make(0, 0), make(85, 0), make(1105, 1))
    .map((percent) => ({ kind: 'ofBasePrice' as const, percent })),
);

/** A setup over those items with three levels; B may start from A, and C from both and itself. */
export const setups: fc.Arbitrary<Setup> = fc.record({
  version: fc.integer({ min: 1, max: 99 }),
  homeCurrency: fc.constant('EUR'),
  roundingMode: fc.constantFrom('halfAwayFromZero', 'halfToEven', 'awayFromZero', 'towardsZero'),
  unitPriceDigits: fc.constantFrom({}, { EUR: 4 }),
  defaultLevel: fc.constantFrom(null, 'A'),
  floors: fc.array(
    fc.record({
      id: fc.uuid(),
      scope: scopes,
      least: floorLeasts,
      then: fc.constantFrom(...FLOOR_ACTIONS),
    }),
    { maxLength: 2 },
  ),
  basePrices,
  sharedPrices: prices.map((price) => [{ id: 'glazes', name: 'Brush-on glazes', price }]),
  agreements: fc.array(agreements, { maxLength: 4 }),
  levels: fc
    .tuple(levels('A'), levels('B', ['A']), levels('C', ['A', 'B', 'C', 'gone']))
    .map((all) => [...all]),
  costOrder: fc.shuffledSubarray(['last', 'purchase', 'landed', 'standard']),
  costTables: fc.tuple(costTables('T1'), costTables('T2')).map((all) => [...all]),
  rules: fc
    .tuple(...['1', '2', '3', '4'].map((id) => fc.option(rules(id), { freq: 2 })))
    .map((all) => all.filter((one) => one !== null)),
  conditions: conditions.map((when) => [{ id: 'S', name: 'Saved', when }]),
  ruleChoice: fc.constantFrom(...RULE_CHOICES),
  breaks: fc
    .tuple(...['1', '2', '3'].map((id) => fc.option(breaks(id))))
    .map((all) => all.filter((one) => one !== null)),
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
      scope: scopes,
      window: windows,
    }),
    { maxLength: 3 },
  ),
  attributes: fc.constantFrom({}, { member: 'yes' }, { member: 'no', since: '2024-03-01' }),
});

const outlets: fc.Arbitrary<OutletFacts> = fc.record({
  code: fc.constant('O1'),
  name: fc.constant('The counter'),
  timeZone: fc.constant('Europe/Lisbon'),
  level: levelIds,
  levelsAllowed: fc.option(fc.subarray(['A', 'B', 'C']), { freq: 1 }),
});

const PROMISED_SET_UP = {
  break: { id: 'gone', name: 'A break of then', words: '', currency: 'EUR' },
  words: '',
  amount: make(1250, 2),
} as const;

/** What was promised for a line like it, whole, at a price and with something on top or off. */
function promiseFor(
  { item, quantity, unit }: Pick<DocumentLine, 'item' | 'quantity' | 'unit'>,
  { price, rest, currency }: { price: Decimal; rest: Decimal; currency: string },
): KeptPrice {
  const of = unit ?? ITEMS.find((one) => one.item === item)?.unit ?? 'piece';
  const amount = roundToDigits(multiply(quantity, price), 2, 'halfAwayFromZero');
  return {
    from: { kind: 'quote', number: 1001 },
    currency,
    quantity,
    unit: of,
    duration: null,
    slices: [{ quantity, unit: of, unitPrice: price, amount }],
    rest: compare(amount, negate(rest)) < 0 ? make(0, 0) : rest,
    rules: [],
    words: ['as promised'],
    setUp: rest.units === 0 ? null : PROMISED_SET_UP,
  };
}

/** What somebody takes off: mostly nothing, seldom more than there can be. */
const discounts: fc.Arbitrary<DiscountByHand | null> = fc.option(
  fc
    .constantFrom<DocumentOff>(
      { kind: 'percent', percent: make(-75, 1) },
      { kind: 'percent', percent: make(-100, 0) },
      { kind: 'amount', amount: make(-199, 2) },
      { kind: 'amount', amount: make(-100_000, 0) },
    )
    .map((off) => ({ off, reason: 'a friend' })),
  { freq: 4, nil: null },
);

const lines: fc.Arbitrary<Omit<DocumentLine, 'id'>> = fc
  .record({
    item: fc.constantFrom(...NUMBERS, 'NO-1'),
    quantity: fc.integer({ min: -1000, max: 100_000 }).map((quantity) => make(quantity, 2)),
    unit: unitCodes,
    duration: fc.constantFrom(make(1, 0), make(3, 0), make(25, 1), make(-1, 0), null),
    formOfSupply: fc.constantFrom(null, null, 'split', 'purchase'),
    level: fc.constantFrom(null, null, null, 'B'),
    priceByHand: fc.option(
      prices.map((price) => ({ price, reason: 'a friend' })),
      { freq: 5 },
    ),
    discount: discounts,
    promise: fc.option(
      fc.record({
        price: prices,
        rest: fc.constantFrom(make(0, 0), make(-150, 2), make(25, 1)),
        currency: fc.constantFrom('EUR', 'EUR', 'USD'),
      }),
      { freq: 2 },
    ),
  })
  .map(({ promise, duration, ...said }) => {
    const line = { ...said, duration: said.item === HIRED ? duration : null };
    return { ...line, kept: promise && promiseFor(line, promise) };
  });

const TAX: TaxFacts = {
  classes: [
    { code: 'full', name: 'Full', category: 'S', rate: make(23, 0) },
    { code: 'half', name: 'Half', category: 'S', rate: make(65, 1) },
    { code: 'free', name: 'Free', category: 'E', rate: make(0, 0) },
  ],
  items: [
    { item: 'CL-1', taxClass: 'full' },
    { item: 'GL-1', taxClass: 'half' },
  ],
  others: 'full',
};

/** A document over those items, for a customer or for nobody known, at an outlet or at none. */
export const documents: fc.Arbitrary<PricingDocument> = fc
  .record({
    currency: fc.constantFrom('EUR', 'EUR', 'EUR', 'USD', 'KWD'),
    level: fc.constantFrom(null, null, 'A'),
    codes: fc.constantFrom([], [], ['SPRING']),
    shipping: fc.constantFrom(null, null, make(1290, 2)),
    discount: discounts,
    kind: fc.constantFrom(null, ...DOCUMENT_KINDS),
    salesContext: fc.record({
      salesPerson: fc.constantFrom(null, 'noor'),
      department: fc.constantFrom(null, 'school'),
      deliveryMethod: fc.constantFrom(null, 'van'),
      deliveryPostcode: fc.constantFrom(null, 'PL4', 'q1 2'),
    }),
    byHand: fc.array(
      fc.record({
        rule: fc.constantFrom('1', '2', '3', '4'),
        line: fc.constantFrom(null, '1', '2'),
        is: fc.constantFrom('on', 'on', 'off'),
      }),
      { maxLength: 3 },
    ),
    attributes: fc.constantFrom({}, { site: 'school' }),
    customer: fc.option(customers),
    outlet: fc.option(outlets, { freq: 1 }),
    ruleUses: fc.array(
      fc.record({
        rule: fc.constantFrom('1', '2', '3', '4'),
        inAll: fc.integer({ min: 0, max: 6 }),
        byCustomer: fc.integer({ min: 0, max: 2 }),
      }),
      { maxLength: 3 },
    ),
    bought: fc.constantFrom(null, null, {
      sales: 3,
      items: [
        { code: 'CL-1', sales: 2 },
        { code: 'GL-1', sales: 0 },
      ],
      categories: [{ code: 'clay', sales: 2 }],
    }),
    setUpPaid: fc.constantFrom([], [], ['GL-1'], ['CL-1', 'TL-1']),
    tax: fc.constantFrom(null, TAX),
    lines: fc.array(lines, { maxLength: 8 }),
  })
  .map(({ customer, outlet, ruleUses, bought, setUpPaid, tax, ...document }) => ({
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
      ruleUses,
      bought: customer && bought,
      setUpPaid: customer ? setUpPaid : [],
      tax,
    },
    lines: document.lines.map((line, index) => ({ ...line, id: String(index + 1) })),
  }));
