import fc from 'fast-check';
import { decimal, print } from '../number/decimal';
import type { Comparison, Condition, Rule, RuleTest } from '../setup/rule';
import type { Scope } from '../setup/scope';
import { price } from '../pricing/price-document';
import { documents, setups } from '../testing/arbitraries';
import { rules } from '../testing/arbitrary-rules';
import { leastMet, runs } from '../testing/runs';
import { percentOff, ruleOf } from '../testing/saltmarsh';
import { serialized } from '../number/serialized';
import { contradictions, neverHolds } from './contradictions';
import { ruleSnags } from './rule-snags';

const goods = (...scopes: Scope[]): RuleTest => ({ kind: 'goods', scopes });
const brand = (code: string): Scope => ({ kind: 'brand', brand: code });
const category = (code: string): Scope => ({ kind: 'category', category: code });
const quantity = (kind: Exclude<Comparison['kind'], 'between'>, value: string): RuleTest => ({
  kind: 'number',
  fact: { kind: 'quantity' },
  comparison: { kind, value: decimal(value) },
});
const customer = (...customers: string[]): RuleTest => ({ kind: 'customer', customers });
const currency = (...currencies: string[]): RuleTest => ({ kind: 'currency', currencies });
const segment = (...segments: string[]): RuleTest => ({ kind: 'segment', segments });
const all = (...of: Condition[]): Condition => ({ kind: 'all', of });
const any = (...of: Condition[]): Condition => ({ kind: 'any', of });
const none = (...of: Condition[]): Condition => ({ kind: 'none', of });
const found = (condition: Condition): string[] =>
  contradictions(serialized(condition)).map(({ path }) => path);

describe('contradictions in a condition', () => {
  it('are figures that nothing has both', () => {
    const pairs: [RuleTest, RuleTest, boolean][] = [
      [quantity('atLeast', '50'), quantity('atMost', '20'), true],
      [quantity('atLeast', '20'), quantity('atMost', '20'), false],
      [quantity('moreThan', '20'), quantity('atMost', '20'), true],
      [quantity('atLeast', '20'), quantity('lessThan', '20'), true],
      [quantity('exactly', '3'), quantity('exactly', '4'), true],
      [quantity('atLeast', '3'), quantity('atLeast', '4'), false],
    ];
    for (const [one, other, clash] of pairs) {
      expect(found(all(one, other))).toEqual(clash ? ['when.of[1]'] : []);
      expect(found(all(other, one))).toEqual(clash ? ['when.of[1]'] : []);
    }
    const spend: RuleTest = {
      kind: 'number',
      fact: { kind: 'count', of: 'spend', scopes: [{ kind: 'all' }] },
      comparison: { kind: 'atMost', value: decimal('20') },
    };
    expect(found(all(quantity('atLeast', '50'), spend))).toEqual([]);
  });

  it('are goods, customers and words of which there is only one', () => {
    expect(found(all(goods(brand('a')), goods(brand('b'))))).toEqual(['when.of[1]']);
    expect(found(all(goods(brand('a'), brand('b')), goods(brand('b'))))).toEqual([]);
    const family = (code: string): Scope => ({ kind: 'family', family: code });
    expect(found(all(goods(family('a')), goods(family('b'))))).toEqual(['when.of[1]']);
    expect(found(all(goods(family('a')), goods(family('a'), family('b'))))).toEqual([]);
    // categories lie in each other
    expect(found(all(goods(category('clay')), goods(category('stoneware'))))).toEqual([]);
    expect(found(all(segment('schools'), segment('clubs')))).toEqual(['when.of[1]']);
    const site = (comparison: Extract<RuleTest, { kind: 'word' }>['comparison']): RuleTest => ({
      kind: 'word',
      fact: { kind: 'unit' },
      comparison,
    });
    // one of several need not be kept from holding
    const bags = site({ kind: 'isOneOf', values: ['bag'] });
    expect(found(all(bags, any(none(bags), quantity('atLeast', '3'))))).toEqual([]);
    expect(found(all(bags, all(none(bags), quantity('atLeast', '3'))))).not.toEqual([]);
    const idle = site({ kind: 'isOneOf', values: [] });
    expect(found(all(idle, site({ kind: 'isNoneOf', values: ['bag'] })))).toEqual([]);
    const bag = site({ kind: 'isOneOf', values: ['bag'] });
    expect(found(all(bag, site({ kind: 'isNoneOf', values: ['bag', 'jar'] })))).toEqual([
      'when.of[1]',
    ]);
    expect(found(all(bag, site({ kind: 'startsWith', values: ['j'] })))).toEqual(['when.of[1]']);
    expect(found(all(bag, site({ kind: 'startsWith', values: ['b'] })))).toEqual([]);
    const after = site({ kind: 'onOrAfter', day: '2026-02-01' });
    expect(found(all(after, site({ kind: 'onOrBefore', day: '2026-01-31' })))).toEqual([
      'when.of[1]',
    ]);
  });

  it('are looked for in groups, too, and told where they stand', () => {
    const clash = all(quantity('atLeast', '5'), quantity('atMost', '4'));
    expect(found(all(segment('a'), clash))).toEqual(['when.of[1].of[1]']);
    expect(found(any(segment('a'), clash))).toEqual(['when.of[1].of[1]']);
    expect(found(all(quantity('atLeast', '5'), all(quantity('atMost', '4'))))).toEqual([
      'when.of[1].of[0]',
    ]);
    expect(found(all(segment('a'), none(segment('a'))))).toEqual(['when.of[1].of[0]']);
    expect(neverHolds(serialized(any(clash, segment('a'))))).toBeFalse();
    expect(neverHolds(serialized(any(clash, clash)))).toBeTrue();
    expect(neverHolds(serialized(any()))).toBeTrue();
    expect(neverHolds(serialized(all(none(segment('a')), segment('a'))))).toBeTrue();
    expect(neverHolds(serialized(none(clash)))).toBeFalse();
  });

  it('say whether the other test must hold as well, or must not', () => {
    const told = (condition: Condition): boolean[] =>
      contradictions(serialized(condition)).map(({ mustHold }) => mustHold);
    expect(told(all(segment('a'), segment('b')))).toEqual([true]);
    expect(told(all(segment('a'), none(segment('a'))))).toEqual([false]);
  });

  it('are bounds that leave nothing between them, and no others', () => {
    const both = (one: RuleTest, other: RuleTest): boolean => found(all(one, other)).length > 0;
    expect(both(quantity('moreThan', '5'), quantity('lessThan', '3'))).toBeTrue();
    expect(both(quantity('moreThan', '5'), quantity('lessThan', '5'))).toBeTrue();
    expect(both(quantity('atLeast', '5'), quantity('lessThan', '5'))).toBeTrue();
    expect(both(quantity('atLeast', '5'), quantity('atMost', '5'))).toBeFalse();
    expect(both(quantity('moreThan', '3'), quantity('lessThan', '5'))).toBeFalse();
    expect(both(quantity('moreThan', '3'), quantity('moreThan', '5'))).toBeFalse();
  });

  it('are texts that cannot begin as is asked, once it is said how', () => {
    const postcode = (kind: 'isOneOf' | 'startsWith', ...values: string[]): RuleTest => ({
      kind: 'word',
      fact: { kind: 'unit' },
      comparison: { kind, values },
    });
    expect(found(all(postcode('isOneOf', 'bag'), postcode('startsWith', 'pal'))).length).toBe(1);
    expect(found(all(postcode('isOneOf', 'bag'), postcode('startsWith', 'b')))).toEqual([]);
    expect(found(all(postcode('isOneOf', 'bag'), postcode('startsWith')))).toEqual([]);
    expect(found(all(postcode('isOneOf'), postcode('startsWith', 'b')))).toEqual([]);
  });

  it('are customers, segments, currencies and goods of each kind that nothing has both of', () => {
    const pairs: [RuleTest, RuleTest][] = [
      [segment('schools'), segment('clubs')],
      [customer('C1'), customer('C2')],
      [currency('EUR'), currency('GBP')],
      [goods({ kind: 'item', item: 'A' }), goods({ kind: 'item', item: 'B' })],
      [goods({ kind: 'supplier', supplier: 'a' }), goods({ kind: 'supplier', supplier: 'b' })],
      [
        goods({ kind: 'itemKind', itemKind: 'fee' }),
        goods({ kind: 'itemKind', itemKind: 'stock' }),
      ],
    ];
    for (const [one, other] of pairs) {
      const what = JSON.stringify([one, other]);
      expect(neverHolds(serialized(all(one, other))))
        .withContext(what)
        .toBeTrue();
      expect(neverHolds(serialized(all(one, one))))
        .withContext(what)
        .toBeFalse();
      expect(found(all(one, other)))
        .withContext(what)
        .toEqual(['when.of[1]']);
      expect(found(all(one, one)))
        .withContext(what)
        .toEqual([]);
      // one of which something must hold is not what must hold
      expect(found(any(one, other)))
        .withContext(what)
        .toEqual([]);
      expect(found(all(one, any(other))))
        .withContext(what)
        .toEqual(['when.of[1].of[0]']);
      expect(found(all(one, any(other, one))))
        .withContext(what)
        .toEqual([]);
      expect(found(all(one, none(other))))
        .withContext(what)
        .toEqual([]);
    }
  });

  it('are none between what is still empty, or of different kinds', () => {
    expect(found(all(segment(), segment('clubs')))).toEqual([]);
    expect(found(all(segment('clubs'), segment()))).toEqual([]);
    expect(found(all(customer('C1'), segment('schools')))).toEqual([]);
    expect(found(all(currency('EUR'), customer('EUR')))).toEqual([]);
    expect(found(all(goods(brand('a')), goods(category('b'))))).toEqual([]);
    expect(found(all(goods(brand('')), goods(brand('b'))))).toEqual([]);
    expect(found(all(goods(brand('a'), category('c')), goods(brand('b'))))).toEqual([]);
    expect(found(segment('schools'))).toEqual([]);
    expect(neverHolds(serialized(segment('schools')))).toBeFalse();
    expect(neverHolds(serialized(all(segment('schools'), any())))).toBeTrue();
    expect(neverHolds(serialized(none(segment('schools'))))).toBeFalse();
  });

  it('are days and figures between which nothing lies', () => {
    const on = (kind: 'onOrAfter' | 'onOrBefore', day: string): RuleTest => ({
      kind: 'word',
      fact: { kind: 'unit' },
      comparison: { kind, day },
    });
    const after = on('onOrAfter', '2026-02-01');
    expect(found(all(after, on('onOrBefore', '2026-02-01')))).toEqual([]);
    expect(found(all(after, on('onOrBefore', '')))).toEqual([]);
    expect(found(all(after, on('onOrAfter', '2026-01-31')))).toEqual([]);
    expect(found(all(on('onOrBefore', '2026-01-31'), after))).toEqual(['when.of[1]']);
    const between = (value: string, to: string): RuleTest => ({
      kind: 'number',
      fact: { kind: 'quantity' },
      comparison: { kind: 'between', value: decimal(value), to: decimal(to) },
    });
    expect(found(all(between('5', '10'), quantity('atLeast', '11')))).toEqual(['when.of[1]']);
    expect(found(all(between('5', '10'), quantity('atMost', '4')))).toEqual(['when.of[1]']);
    expect(found(all(between('5', '10'), quantity('exactly', '7')))).toEqual([]);
  });

  it('say nothing while a figure is still being typed', () => {
    const typing = serialized(all(quantity('atLeast', '5'), quantity('atMost', '4')));
    const half = JSON.parse(JSON.stringify(typing).replace('"4"', '"4."')) as typeof typing;
    expect(contradictions(half)).toEqual([]);
  });
});

describe('snags of rules', () => {
  const rule = (id: string, when: Condition, changes: Partial<Rule> = {}): Rule =>
    ruleOf(percentOff('10'), when, { id, name: id, ...changes });
  const snags = (all: readonly Rule[], choice: 'first' | 'least' = 'first') =>
    [...ruleSnags(all, choice, '2026-11-26')].map(([id, snag]) => [id, snag.kind]);
  const ALONE = { combinable: false };

  it('are conditions that never hold, and an end that is past', () => {
    const past = { days: { from: null, until: '2026-11-25' }, weekdays: null, times: null };
    const today = { ...past, days: { from: null, until: '2026-11-26' } };
    expect(
      snags([
        rule('never', any()),
        rule('past', all(), { validity: past }),
        rule('today', all(), { validity: today }),
        rule('paused', any(), { paused: true }),
      ]),
    ).toEqual([
      ['never', 'neverHolds'],
      ['past', 'ended'],
    ]);
  });

  it('are rules that another one always keeps away', () => {
    const wide = all(goods(category('clay'), category('glaze')), quantity('atLeast', '10'));
    const narrow = all(goods(category('clay')), quantity('atLeast', '24'), segment('schools'));
    expect(snags([rule('a', wide, ALONE), rule('b', narrow)])).toEqual([['b', 'beaten']]);
    expect(snags([rule('a', wide, { stopProcessing: true }), rule('b', narrow)], 'least')).toEqual([
      ['b', 'beaten'],
    ]);
    expect(snags([rule('a', wide, ALONE), rule('b', narrow)], 'least')).toEqual([]);
    expect(snags([rule('a', narrow, ALONE), rule('b', wide)])).toEqual([]);
    expect(snags([rule('b', narrow), rule('a', wide, ALONE)])).toEqual([]);
    expect(snags([rule('a', wide), rule('b', narrow)])).toEqual([]);
    const coded: Partial<Rule> = { ...ALONE, trigger: { kind: 'code', code: 'X' } };
    expect(snags([rule('a', wide, coded), rule('b', narrow)])).toEqual([]);
    expect(snags([rule('a', wide, { ...ALONE, outlets: ['quay'] }), rule('b', narrow)])).toEqual(
      [],
    );
  });

  it('are not told of a rule at outlets where the other one is not, or of another stage', () => {
    const wide = goods(category('clay'));
    const at = (before: readonly string[], after: readonly string[] | null): string[][] =>
      snags([
        rule('a', wide, { ...ALONE, outlets: before }),
        rule('b', all(wide, segment('schools')), { outlets: after }),
      ]);
    expect(at(['quay', 'mill'], ['mill'])).toEqual([['b', 'beaten']]);
    expect(at(['quay', 'mill'], ['mill', 'web'])).toEqual([]);
    expect(at(['quay', 'mill'], ['web'])).toEqual([]);
    expect(at(['quay'], null)).toEqual([]);
    const off = { kind: 'percent', percent: decimal('-10') } as const;
    const spread = { kind: 'allocate', amount: decimal('-5'), every: null } as const;
    for (const effect of [{ kind: 'subtotal', off } as const, spread]) {
      expect(snags([rule('a', wide, ALONE), rule('b', wide, { effect })])).toEqual([]);
      expect(snags([rule('a', wide, { effect, stopProcessing: true }), rule('b', wide)])).toEqual(
        [],
      );
    }
    // rules for units may leave each other some
    const units = { effect: spread };
    expect(snags([rule('a', wide, { ...ALONE, ...units }), rule('b', wide, units)])).toEqual([]);
    expect(
      snags([rule('a', wide, { stopProcessing: true, ...units }), rule('b', wide, units)]),
    ).toEqual([]);
  });

  it('are told only where what the other one asks for follows from what this one asks for', () => {
    const beaten = (first: Condition, second: Condition): boolean =>
      snags([rule('a', first, ALONE), rule('b', second)]).length === 1;
    const clay = goods(category('clay'));
    const anything = goods({ kind: 'all' });
    for (const [first, second, is] of [
      [all(), clay, true],
      [anything, clay, true],
      [anything, segment('schools'), true],
      [clay, clay, true],
      [clay, anything, false],
      [clay, segment('schools'), false],
      [goods(category('clay'), category('glaze')), clay, true],
      [clay, goods(category('clay'), category('glaze')), false],
      [segment('schools', 'clubs'), segment('schools'), true],
      [segment('schools'), segment('schools', 'clubs'), false],
      [segment('schools'), clay, false],
      [quantity('atLeast', '10'), quantity('atLeast', '10'), true],
      [quantity('atLeast', '10'), quantity('atLeast', '24'), true],
      [quantity('atLeast', '10'), quantity('atLeast', '5'), false],
      [quantity('atLeast', '10'), quantity('moreThan', '24'), false],
      [quantity('moreThan', '10'), quantity('atLeast', '24'), false],
      [quantity('atLeast', '10'), segment('schools'), false],
      [all(clay, segment('schools')), clay, false],
      [all(clay, segment('schools')), all(segment('schools'), clay), true],
      [any(clay, segment('schools')), clay, false],
      // what would do in several ways is not looked into
      [any(clay, anything), clay, false],
    ] as const) {
      expect(beaten(first, second))
        .withContext(JSON.stringify(serialized([first, second])))
        .toBe(is);
    }
    const duration: RuleTest = {
      kind: 'number',
      fact: { kind: 'duration' },
      comparison: { kind: 'atLeast', value: decimal('24') },
    };
    expect(beaten(quantity('atLeast', '10'), duration)).toBeFalse();
  });

  it('are told of a rule that is in force whenever this one is, and is not limited', () => {
    const wide = goods(category('clay'));
    const always = { days: { from: null, until: null }, weekdays: null, times: null };
    const kept = (first: Partial<Rule>, second: Partial<Rule> = {}): boolean =>
      snags([rule('a', wide, { ...ALONE, ...first }), rule('b', wide, second)]).some(
        ([id]) => id === 'b',
      );
    for (const validity of [
      { ...always, days: { from: '2026-01-01', until: null } },
      { ...always, days: { from: null, until: '2027-01-01' } },
      { ...always, weekdays: [1] },
      { ...always, times: { from: '09:00', until: '10:00' } },
    ]) {
      const what = JSON.stringify(validity);
      expect(kept({ validity })).withContext(what).toBeFalse();
      expect(kept({ validity }, { validity })).withContext(what).toBeTrue();
      expect(kept({}, { validity })).withContext(what).toBeTrue();
    }
    expect(kept({ limits: { inAll: 5, perCustomer: null } })).toBeFalse();
    expect(kept({ currency: 'GBP' })).toBeFalse();
    const own = { kind: 'ownPrices', prices: [], raises: false } as const;
    expect(kept({ effect: own })).toBeFalse();
  });

  it('are not told between rules of which one only raises, which do not compete', () => {
    const wide = goods(category('clay'));
    const raise = { effect: { ...percentOff('10'), percent: decimal('10') } as Rule['effect'] };
    expect(snags([rule('a', wide, { ...ALONE, ...raise }), rule('b', wide)])).toEqual([]);
    expect(snags([rule('a', wide, ALONE), rule('b', wide, raise)])).toEqual([]);
    expect(snags([rule('a', wide, { stopProcessing: true, ...raise }), rule('b', wide)])).toEqual([
      ['b', 'beaten'],
    ]);
  });

  it('are ends that are past by the day that is asked about, and none where no day is', () => {
    const until = (day: string | null): Rule =>
      rule('a', goods(category('clay')), {
        validity: { days: { from: null, until: day }, weekdays: null, times: null },
      });
    expect(snags([until('2026-11-25')])).toEqual([['a', 'ended']]);
    expect(snags([until('2026-11-26')])).toEqual([]);
    expect(snags([until(null)])).toEqual([]);
    expect(ruleSnags([until('2000-01-01')], 'first', null).size).toBe(0);
  });

  it('go by the places of the rules, however they are listed', () => {
    const wide = goods(category('clay'), category('glaze'));
    const narrow = all(goods(category('clay')), segment('schools'));
    const first = rule('a', wide, { ...ALONE, place: 1 });
    const second = rule('b', narrow, { place: 2 });
    expect(snags([second, first])).toEqual(snags([first, second]));
    expect(snags([second, first]).length).toBe(1);
  });

  it('law: a rule with a snag changes no price, where nobody takes another one off', () => {
    let met = 0;
    const several = fc.tuple(...['1', '2', '3', '4'].map((id) => rules(id))).map((all) => [...all]);
    fc.assert(
      fc.property(setups, several, documents, (setup, all, asked) => {
        const byHand = asked.byHand.filter(({ is }) => is === 'on');
        const document = { ...asked, byHand };
        // the second asks for all that the first does, and so is often kept away
        const [first, second] = all;
        const drawn = [
          ...all,
          ...(first && second ? [{ ...second, id: '5', when: both(first, second), place: 3 }] : []),
        ];
        const drawnSetup = { ...setup, rules: drawn };
        const found = ruleSnags(drawn, setup.ruleChoice, document.facts.local.day);
        const kept = drawn.filter(({ id }) => !found.has(id));
        if (found.size > 0) met += 1;
        const totals = [drawnSetup, { ...setup, rules: kept }].map((one) =>
          print(price(one, document).total),
        );
        return totals[0] === totals[1];
      }),
      { numRuns: runs(3000) },
    );
    expect(met).toBeGreaterThan(leastMet(300));
  });

  const both = (one: Rule, other: Rule): Condition => all(one.when, other.when);
});
