import fc from 'fast-check';
import { make, negate, type Decimal } from '../number/decimal';
import {
  NO_LIMITS,
  PRICE_BASES,
  type Comparison,
  type Condition,
  type DocumentEffect,
  type GroupEffect,
  type LineEffect,
  type NumberFact,
  type Rule,
  type RuleTrigger,
  type RuleTest,
  type WordComparison,
  type WordFact,
} from '../setup/rule';
import { prices, unitCodes, scopes, percents, amounts, windows } from './arbitrary-parts';

const comparisons = (values: fc.Arbitrary<Decimal>): fc.Arbitrary<Comparison> =>
  fc.oneof(
    fc.record({
      kind: fc.constantFrom('atLeast', 'moreThan', 'atMost', 'lessThan', 'exactly'),
      value: values,
    }),
    fc.record({ kind: fc.constant('between'), value: values, to: values }),
  );

const ruleTests: fc.Arbitrary<RuleTest> = fc.oneof(
  fc.array(scopes, { minLength: 1, maxLength: 2 }).map((all) => ({
    kind: 'goods' as const,
    scopes: all,
  })),
  fc.constantFrom<RuleTest>(
    { kind: 'customer', customers: ['C1'] },
    { kind: 'segment', segments: ['shops'] },
    { kind: 'currency', currencies: ['EUR'] },
  ),
  fc.record({
    kind: fc.constant('number'),
    fact: fc.oneof(
      fc.constantFrom<NumberFact>(
        { kind: 'quantity' },
        { kind: 'duration' },
        { kind: 'basePrice' },
        { kind: 'priceAfterLevel' },
        { kind: 'priceAfterBreak' },
        { kind: 'attribute', of: 'item', code: 'weight' },
        { kind: 'cost' },
        { kind: 'margin' },
        { kind: 'shipping' },
        { kind: 'salesBefore', of: 'anything' },
        { kind: 'salesBefore', of: 'item' },
        { kind: 'salesBefore', of: 'category' },
      ),
      fc.record({
        kind: fc.constant('count'),
        of: fc.constantFrom('quantity', 'spend', 'lines'),
        scopes: fc.array(scopes, { minLength: 1, maxLength: 2 }),
      }),
    ),
    comparison: comparisons(fc.integer({ min: 0, max: 400 }).map((value) => make(value, 0))),
  }),
  fc.record({
    kind: fc.constant('word'),
    fact: fc.constantFrom<WordFact>(
      { kind: 'unit' },
      { kind: 'formOfSupply' },
      { kind: 'attribute', of: 'item', code: 'firing' },
      { kind: 'attribute', of: 'customer', code: 'member' },
      { kind: 'attribute', of: 'customer', code: 'since' },
      { kind: 'attribute', of: 'document', code: 'site' },
      { kind: 'documentKind' },
      { kind: 'department' },
      { kind: 'deliveryPostcode' },
    ),
    comparison: fc.constantFrom<WordComparison>(
      { kind: 'isOneOf', values: ['cone 6', 'pallet', 'yes', 'school', 'order', 'pl 4'] },
      { kind: 'isNoneOf', values: ['no', 'bag'] },
      { kind: 'startsWith', values: ['cone', '2024', 'pl', 'q'] },
      { kind: 'onOrAfter', day: '2024-01-01' },
      { kind: 'onOrBefore', day: '2024-01-01' },
    ),
  }),
);

export const conditions: fc.Arbitrary<Condition> = fc.oneof(
  { weight: 2, arbitrary: ruleTests },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constantFrom('all', 'any', 'none'),
      of: fc.array(ruleTests, { maxLength: 3 }),
    }),
  },
);

const bases4 = fc.constantFrom(...PRICE_BASES, 'running' as const, 'running' as const);
const lineEffects: fc.Arbitrary<LineEffect> = fc.oneof(
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constant('percent'),
      percent: percents,
      of: bases4,
      startsFrom: bases4,
    }),
  },
  fc.record({
    kind: fc.constant('amountEach'),
    amount: amounts,
    unit: unitCodes,
    startsFrom: bases4,
  }),
  fc.record({ kind: fc.constant('set'), price: prices, unit: unitCodes, raises: fc.boolean() }),
  fc.record({
    kind: fc.constant('level'),
    level: fc.constantFrom('A', 'B', 'C', 'gone'),
    raises: fc.boolean(),
  }),
  fc.record({
    kind: fc.constant('ownPrices'),
    prices: fc.uniqueArray(
      fc.record({ item: fc.constantFrom('CL-1', 'GL-1', 'TO-1'), price: prices, unit: unitCodes }),
      { selector: ({ item }) => item, maxLength: 2 },
    ),
    raises: fc.boolean(),
  }),
  fc.record({
    kind: fc.constant('flat'),
    amount: amounts,
    every: fc.constantFrom(null, make(4, 0), make(25, 1)),
  }),
);

const unitsOf = fc.record({
  quantity: fc.constantFrom(1, 1, 2, 3),
  scopes: fc.array(scopes, { minLength: 1, maxLength: 2 }),
});
const below = (values: fc.Arbitrary<Decimal>): fc.Arbitrary<Decimal> =>
  values.map((value) => (value.units > 0 ? negate(value) : value));
/** What is done to units together. */
export const groupEffects: fc.Arbitrary<GroupEffect> = fc.oneof(
  fc.record({
    kind: fc.constant('buyAndGet'),
    buy: unitsOf,
    get: unitsOf,
    offer: fc.oneof(
      fc.record({ kind: fc.constant('percent'), percent: below(percents) }),
      fc.record({ kind: fc.constant('amount'), amount: below(amounts) }),
      fc.record({ kind: fc.constant('set'), price: prices }),
    ),
    dearest: fc.boolean(),
    most: fc.constantFrom(null, null, 1, 5),
  }),
  fc.record({
    kind: fc.constant('bundle'),
    parts: fc.array(
      fc.tuple(unitsOf, prices).map(([units, price]) => ({ ...units, price })),
      { minLength: 1, maxLength: 3 },
    ),
    total: fc.option(prices, { freq: 2 }),
  }),
  fc.record({
    kind: fc.constant('allocate'),
    amount: amounts,
    every: fc.constantFrom(null, make(4, 0)),
  }),
);

const offs = fc.oneof(
  fc.record({ kind: fc.constant('percent'), percent: below(percents) }),
  fc.record({ kind: fc.constant('amount'), amount: below(amounts) }),
);
/** What is done to the document. */
export const documentEffects: fc.Arbitrary<DocumentEffect> = fc.oneof(
  fc.record({ kind: fc.constantFrom('subtotal', 'subtotal', 'shipping'), off: offs }),
  fc.record({
    kind: fc.constant('charge'),
    amount: amounts.map((one) => (one.units < 0 ? negate(one) : one)),
  }),
);

/** A conditional rule over those items. */
export const rules = (id: string): fc.Arbitrary<Rule> =>
  fc.record({
    id: fc.constant(id),
    name: fc.constant(`Rule ${id}`),
    words: fc.constant(''),
    currency: fc.constantFrom('EUR', 'EUR', 'EUR', 'USD'),
    place: fc.constantFrom(0, 0, 1, 2),
    paused: fc.constantFrom(false, false, false, true),
    validity: fc.record({
      days: fc.oneof({ weight: 4, arbitrary: fc.constant({ from: null, until: null }) }, windows),
      weekdays: fc.constantFrom(null, null, [2], [1, 3]),
      times: fc.constantFrom(
        null,
        null,
        { from: '14:00', until: '15:00' },
        { from: '22:00', until: '02:00' },
      ),
    }),
    outlets: fc.constantFrom(null, null, null, ['O1']),
    trigger: fc.constantFrom<RuleTrigger>(
      { kind: 'automatic' },
      { kind: 'automatic' },
      { kind: 'code', code: 'Spring' },
      { kind: 'manual' },
    ),
    when: fc.oneof(
      { weight: 6, arbitrary: conditions },
      fc.constantFrom<Condition>(
        { kind: 'saved', condition: 'S' },
        { kind: 'none', of: [{ kind: 'saved', condition: 'S' }] },
        { kind: 'saved', condition: 'gone' },
      ),
    ),
    effect: fc.oneof(
      { weight: 3, arbitrary: lineEffects },
      { weight: 2, arbitrary: groupEffects },
      { weight: 1, arbitrary: documentEffects },
    ),
    combinable: fc.constantFrom(true, true, false),
    stopProcessing: fc.constantFrom(false, false, false, true),
    limits: fc.constantFrom(
      NO_LIMITS,
      NO_LIMITS,
      { inAll: 3, perCustomer: null },
      { inAll: 5, perCustomer: 1 },
    ),
  });
