import fc from 'fast-check';
import { make, print } from '../../number/decimal';
import { NO_LIMITS, type Condition, type Rule, type RuleEffect } from '../../setup/rule';
import type { Scope } from '../../setup/scope';
import { leastMet, runs } from '../../testing/runs';
import {
  customerOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentEntry,
  ruleOf,
  schools,
  setupOf,
} from '../../testing/saltmarsh';
import { CATEGORIES } from '../../testing/slow-groups';
import { slowly, type Case, type Effect, type Goods, type Simple } from '../../testing/slow-rules';
import { price } from '../price-document';

const goods = fc.constantFrom<Goods>('all', 'clay', 'glaze', 0, 1, 2);
const percent = fc.constantFrom(5, 10, 15, 33, 50, 100);
/** What levels take off the base price. */
const LEVELS = [7, 15, 40] as const;
const effects: fc.Arbitrary<Effect> = fc.oneof(
  { weight: 3, arbitrary: fc.record({ kind: fc.constant('percent'), percent }) },
  fc.record({ kind: fc.constantFrom('set', 'flat'), cents: fc.integer({ min: 1, max: 900 }) }),
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constant('deal'),
      buy: fc.constantFrom(1, 1, 2),
      get: fc.constantFrom(1, 1, 2),
      from: goods,
      given: goods,
      percent,
      dearest: fc.boolean(),
      most: fc.constantFrom(null, 1, 2),
    }),
  },
  fc.record({
    kind: fc.constant('own'),
    cents: fc.array(fc.constantFrom(0, 0, 120, 450, 999), { minLength: 3, maxLength: 3 }),
  }),
  fc.record({ kind: fc.constant('level'), percent: fc.constantFrom(...LEVELS) }),
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('together'),
      parts: fc.array(
        fc.record({
          units: fc.constantFrom(1, 1, 2),
          goods,
          cents: fc.constantFrom(50, 100, 333, 700),
        }),
        { minLength: 1, maxLength: 3 },
      ),
      total: fc.option(fc.constantFrom(100, 500, 1000, 2500), { freq: 2 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('allocate'),
      cents: fc.integer({ min: 1, max: 4000 }),
      every: fc.constantFrom(null, 2, 3),
    }),
  },
  fc.record({ kind: fc.constantFrom('wholePercent', 'shippingPercent'), percent }),
  fc.record({
    kind: fc.constantFrom('wholeCents', 'shippingCents'),
    cents: fc.integer({ min: 1, max: 900 }),
  }),
);
const simples: fc.Arbitrary<Simple> = fc.record({
  goods: fc.array(goods, { minLength: 1, maxLength: 2 }),
  least: fc.option(
    fc.record({ of: fc.constantFrom('line', 'goods'), units: fc.integer({ min: 1, max: 4 }) }),
    { freq: 1 },
  ),
  coded: fc.constantFrom(false, false, true),
  limit: fc.option(
    fc.record({ most: fc.constantFrom(1, 3), used: fc.integer({ min: 0, max: 3 }) }),
    { freq: 1 },
  ),
  place: fc.constantFrom(0, 0, 1, 2),
  combinable: fc.constantFrom(true, true, false),
  stopProcessing: fc.constantFrom(false, false, false, true),
  effect: effects,
});
const cases: fc.Arbitrary<Case> = fc.record({
  prices: fc.array(fc.integer({ min: 100, max: 3000 }), { minLength: 3, maxLength: 3 }),
  lines: fc.array(
    fc.record({ item: fc.integer({ min: 0, max: 2 }), quantity: fc.integer({ min: 1, max: 3 }) }),
    { minLength: 1, maxLength: 3 },
  ),
  rules: fc.array(simples, { maxLength: 5 }),
  code: fc.boolean(),
  shipping: fc.constantFrom(0, 0, 690, 1290),
  choice: fc.constantFrom('first', 'least'),
});

const NUMBERS = ['IT-0', 'IT-1', 'IT-2'];
const scopeOf = (one: Goods): Scope =>
  one === 'all'
    ? { kind: 'all' }
    : typeof one === 'number'
      ? { kind: 'item', item: NUMBERS[one] ?? '' }
      : { kind: 'category', category: one };

function ruleFrom(simple: Simple, index: number): Rule {
  const scopes = simple.goods.map(scopeOf);
  const parts: Condition[] = [{ kind: 'goods', scopes }];
  if (simple.least) {
    parts.push({
      kind: 'number',
      fact:
        simple.least.of === 'line'
          ? { kind: 'quantity' }
          : { kind: 'count', of: 'quantity', scopes },
      comparison: { kind: 'atLeast', value: make(simple.least.units, 0) },
    });
  }
  const { place, combinable, stopProcessing } = simple;
  return ruleOf(
    effectFrom(simple.effect),
    { kind: 'all', of: parts },
    {
      id: String(index),
      place,
      combinable,
      stopProcessing,
      limits: simple.limit ? { inAll: simple.limit.most, perCustomer: null } : NO_LIMITS,
      trigger: simple.coded ? { kind: 'code', code: 'KILN' } : { kind: 'automatic' },
    },
  );
}

function effectFrom(effect: Effect): RuleEffect {
  switch (effect.kind) {
    case 'percent':
      return {
        kind: 'percent',
        percent: make(-effect.percent, 0),
        of: 'running',
        startsFrom: 'running',
      };
    case 'set':
      return { kind: 'set', price: make(effect.cents, 2), unit: null, raises: false };
    case 'flat':
      return { kind: 'flat', amount: make(-effect.cents, 2), every: null };
    case 'deal':
      return {
        kind: 'buyAndGet',
        buy: { quantity: effect.buy, scopes: [scopeOf(effect.from)] },
        get: { quantity: effect.get, scopes: [scopeOf(effect.given)] },
        offer: { kind: 'percent', percent: make(-effect.percent, 0) },
        dearest: effect.dearest,
        most: effect.most,
      };
    case 'own':
      return {
        kind: 'ownPrices',
        prices: effect.cents.flatMap((own, item) =>
          own === 0 ? [] : [{ item: NUMBERS[item] ?? '', price: make(own, 2), unit: null }],
        ),
        raises: false,
      };
    case 'level':
      return { kind: 'level', level: String(effect.percent), raises: false };
    case 'together':
      return {
        kind: 'bundle',
        parts: effect.parts.map(({ units, goods: one, cents: own }) => ({
          quantity: units,
          scopes: [scopeOf(one)],
          price: effect.total === null ? make(own, 2) : null,
        })),
        total: effect.total === null ? null : make(effect.total, 2),
      };
    case 'allocate':
      return {
        kind: 'allocate',
        amount: make(-effect.cents, 2),
        every: effect.every === null ? null : make(effect.every, 0),
      };
    case 'shippingPercent':
      return { kind: 'shipping', off: { kind: 'percent', percent: make(-effect.percent, 0) } };
    case 'shippingCents':
      return { kind: 'shipping', off: { kind: 'amount', amount: make(-effect.cents, 2) } };
    case 'wholePercent':
      return { kind: 'subtotal', off: { kind: 'percent', percent: make(-effect.percent, 0) } };
    case 'wholeCents':
      return { kind: 'subtotal', off: { kind: 'amount', amount: make(-effect.cents, 2) } };
  }
}

const cents = (text: string): bigint => BigInt(text.replace('.', ''));

describe('rules, by a second and slow way', () => {
  it('come to the same on thousands of random setups and documents', () => {
    const seen = new Map<string, number>();
    fc.assert(
      fc.property(cases, (one) => {
        const setup = setupOf({
          basePrices: one.prices.map((each, item) => ({
            kind: 'own',
            item: NUMBERS[item] ?? '',
            unit: null,
            price: make(each, 2),
          })),
          levels: LEVELS.map((percentOff) =>
            schools({
              id: String(percentOff),
              name: String(percentOff),
              entries: [percentEntry(String(-percentOff))],
              rounding: null,
            }),
          ),
          rules: one.rules.map(ruleFrom),
          ruleChoice: one.choice,
        });
        const items = NUMBERS.map((item, at) =>
          itemOf({ item, categories: [{ code: CATEGORIES[at] ?? '', name: 'x' }] }),
        );
        const document = documentOf('1', {
          codes: one.code ? ['kiln'] : [],
          shipping: one.shipping === 0 ? null : make(one.shipping, 2),
          facts: factsOf({
            customer: customerOf({ level: null }),
            items,
            ruleUses: one.rules.flatMap(({ limit }, at) =>
              limit ? [{ rule: String(at), inAll: limit.used, byCustomer: 0 }] : [],
            ),
          }),
          lines: one.lines.map(({ item, quantity }, at) =>
            lineOf(String(quantity), { id: String(at), item: NUMBERS[item] ?? '' }),
          ),
        });
        const done = price(setup, document);
        // a price that rounds to nothing is an error of its line, which the slow way does not know
        fc.pre(done.unpricedLines === 0);
        const expected = slowly(one);
        for (const rule of done.rules)
          seen.set(rule.effect.kind, (seen.get(rule.effect.kind) ?? 0) + 1);
        expect(
          done.lines.map((line) => (line.kind === 'priced' ? cents(print(line.amount)) : -1n)),
        ).toEqual(expected.lines);
        expect(cents(print(done.total))).toBe(expected.total);
      }),
      { numRuns: runs(20_000) },
    );
    for (const kind of ['buyAndGet', 'bundle', 'allocate', 'subtotal', 'shipping']) {
      expect(seen.get(kind)).withContext(kind).toBeGreaterThan(leastMet(500));
    }
  });
});
