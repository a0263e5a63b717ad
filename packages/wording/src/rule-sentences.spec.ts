import {
  type Condition,
  decimal,
  price,
  serialized,
  type Rule,
  type RuleEffect,
  type RuleTest,
} from '@honest-ledger/engine';
import {
  basePrice,
  documentOf,
  factsOf,
  flat,
  percentOff,
  ruleOf,
  setupOf,
} from '@honest-ledger/engine/testing/saltmarsh';
import { effectWords } from './effect-sentences';
import {
  askedWords,
  conditionWords,
  ruleSentence,
  unmetWords,
  validityWords,
} from './rule-sentences';
import { notAppliedWording, stepWording } from './sentences';
import type { Names } from './setup-sentences';
import { unitAfter } from './units';

const own = (code: string): string => code;
const NAMES: Names = {
  category: (code) => (code === 'clay' ? 'Clay' : 'Glazes'),
  item: own,
  family: own,
  brand: own,
  supplier: own,
  level: own,
  cost: own,
  costTable: own,
  condition: (code) => code,
  attribute: (code) => code,
  segment: (code) => code,
  outlet: (code) => code,
  salesPerson: (code) => code,
  department: (code) => ({ schools: 'Schools desk' })[code] ?? code,
  deliveryMethod: (code) => code,
  unit: (unit, quantity) => unitAfter(quantity, unit),
};
const goods = (...categories: string[]): Condition => ({
  kind: 'goods',
  scopes: categories.map((category) => ({ kind: 'category', category })),
});
const condition = (one: Condition): string => conditionWords(serialized(one), 'EUR', NAMES);
const effect = (one: RuleEffect): string => effectWords(serialized(one), 'EUR', NAMES);

describe('what keeps a condition from holding, in words', () => {
  const quantity = (kind: 'atLeast' | 'moreThan', value: string): Condition => ({
    kind: 'number',
    fact: { kind: 'quantity' },
    comparison: { kind, value: decimal(value) },
  });
  const member: Condition = {
    kind: 'word',
    fact: { kind: 'attribute', of: 'customer', code: 'member' },
    comparison: { kind: 'isOneOf', values: ['yes'] },
  };
  const why = (when: Condition, amount = '5'): string => {
    const [line] = price(
      setupOf({ basePrices: [basePrice('4.00')], rules: [ruleOf(percentOff('10'), when)] }),
      documentOf(amount),
    ).lines;
    const told = line?.kind === 'priced' ? line.notApplied : [];
    const rule = told.find(({ subject }) => subject.kind === 'rule');
    return rule ? notAppliedWording(serialized(rule), NAMES).sentence : 'it holds';
  };

  it('says how much is missing, and each test by itself', () => {
    expect(why(quantity('atLeast', '8'))).toBe('quantity is 5; at least 8 needed (3 more)');
    expect(why(quantity('moreThan', '5'))).toBe('quantity is 5; more than 5 needed');
    expect(why({ kind: 'all', of: [quantity('atLeast', '6'), member] })).toBe(
      'quantity is 5; at least 6 needed (1 more), and customer’s member not set; yes needed',
    );
    expect(why(quantity('atLeast', '5'))).toBe('it holds');
  });

  it('says what would do instead, and what must not be', () => {
    expect(why({ kind: 'any', of: [goods('glaze'), quantity('atLeast', '6')] })).toBe(
      'item is not in Glazes, or quantity is 5; at least 6 needed (1 more)',
    );
    expect(why({ kind: 'none', of: [goods('clay'), goods('glaze')] })).toBe(
      'not allowed: item is in Clay',
    );
    expect(why({ kind: 'any', of: [] })).toBe('its conditions can never be met');
  });
});

describe('the conditions of a rule in words', () => {
  it('tell either from both, and groups from tests', () => {
    expect(condition(goods('clay', 'glaze'))).toBe('item is in Clay or in Glazes');
    expect(condition({ kind: 'all', of: [goods('clay'), goods('glaze')] })).toBe(
      'item is in Clay and item is in Glazes',
    );
    const nested: Condition = {
      kind: 'any',
      of: [
        { kind: 'all', of: [goods('clay'), { kind: 'segment', segments: ['schools'] }] },
        goods('glaze'),
      ],
    };
    expect(condition(nested)).toBe(
      'at least one of ((item is in Clay and segment is schools); item is in Glazes)',
    );
    expect(condition({ kind: 'none', of: [goods('clay')] })).toBe('none of (item is in Clay)');
    expect(condition({ kind: 'customer', customers: ['C1', 'C2'] })).toBe(
      'customer is one of C1, C2',
    );
    expect(condition({ kind: 'all', of: [] })).toBe('always');
    expect(condition({ kind: 'any', of: [] })).toBe('never');
  });

  it('name what they look at, and money with its currency', () => {
    type Fact = Extract<Condition, { kind: 'number' }>['fact'];
    const three = { kind: 'atLeast', value: decimal('3') } as const;
    const clay = [{ kind: 'category', category: 'clay' } as const];
    const facts: readonly (readonly [Fact, string])[] = [
      [{ kind: 'attribute', of: 'item', code: 'weight' }, 'item’s weight is at least 3'],
      [{ kind: 'shipping' }, 'shipping is at least 3 EUR'],
      [{ kind: 'quantity' }, 'quantity is at least 3'],
      [{ kind: 'duration' }, 'duration is at least 3'],
      [{ kind: 'basePrice' }, 'base price per base unit is at least 3 EUR'],
      [{ kind: 'priceAfterBreak' }, 'price per base unit after the break is at least 3 EUR'],
      [{ kind: 'cost' }, 'cost per base unit is at least 3 EUR'],
      [{ kind: 'margin' }, 'margin after the break is at least 3 %'],
      [
        { kind: 'salesBefore', of: 'anything' },
        'number of earlier sales to the customer is at least 3',
      ],
      [
        { kind: 'salesBefore', of: 'item' },
        'number of earlier sales of the item to the customer is at least 3',
      ],
      [
        { kind: 'salesBefore', of: 'category' },
        'number of earlier sales of the item’s category to the customer is at least 3',
      ],
      [
        { kind: 'count', of: 'spend', scopes: clay },
        'total spend on all items in Clay is at least 3 EUR',
      ],
      [
        { kind: 'count', of: 'quantity', scopes: clay },
        'total quantity of all items in Clay is at least 3',
      ],
    ];
    for (const [fact, words] of facts) {
      expect(condition({ kind: 'number', fact, comparison: three })).toBe(words);
    }
  });

  it('compare figures and words in every way there is', () => {
    const figure = (kind: 'atLeast' | 'moreThan' | 'atMost' | 'lessThan' | 'exactly'): string =>
      condition({
        kind: 'number',
        fact: { kind: 'quantity' },
        comparison: { kind, value: decimal('3') },
      });
    expect(
      (['atLeast', 'moreThan', 'atMost', 'lessThan', 'exactly'] as const).map((kind) =>
        figure(kind).replace('quantity is ', ''),
      ),
    ).toEqual(['at least 3', 'more than 3', 'at most 3', 'less than 3', 'exactly 3']);
    type Word = Extract<Condition, { kind: 'word' }>;
    const word = (fact: Word['fact'], comparison: Word['comparison']): string =>
      condition({ kind: 'word', fact, comparison });
    const values = ['a', 'b'];
    const told: readonly (readonly [Word['fact'], Word['comparison'], string])[] = [
      [{ kind: 'unit' }, { kind: 'isOneOf', values }, 'unit is one of a, b'],
      [
        { kind: 'formOfSupply' },
        { kind: 'isNoneOf', values },
        'form of supply is set and none of a, b',
      ],
      [
        { kind: 'deliveryPostcode' },
        { kind: 'startsWith', values },
        'delivery postcode starts with a or b',
      ],
      [
        { kind: 'attribute', of: 'customer', code: 'since' },
        { kind: 'onOrAfter', day: '2026-02-01' },
        'customer’s since is 2026-02-01 or later',
      ],
      [
        { kind: 'attribute', of: 'customer', code: 'since' },
        { kind: 'onOrBefore', day: '2026-02-01' },
        'customer’s since is 2026-02-01 or earlier',
      ],
      [{ kind: 'documentKind' }, { kind: 'isOneOf', values }, 'document is one of a, b'],
      [{ kind: 'salesPerson' }, { kind: 'isOneOf', values }, 'sales person is one of a, b'],
      [{ kind: 'department' }, { kind: 'isOneOf', values }, 'department is one of a, b'],
      [
        { kind: 'department' },
        { kind: 'isNoneOf', values: ['schools'] },
        'department is set and none of Schools desk',
      ],
      [{ kind: 'deliveryMethod' }, { kind: 'isOneOf', values }, 'delivery method is one of a, b'],
    ];
    for (const [fact, comparison, words] of told) expect(word(fact, comparison)).toBe(words);
    expect(condition({ kind: 'currency', currencies: ['EUR', 'GBP'] })).toBe(
      'currency is one of EUR, GBP',
    );
    expect(condition({ kind: 'saved', condition: 'Schools in town' })).toBe(
      'condition “Schools in town” is met',
    );
  });

  it('spell the boundary, with the currency where it is money', () => {
    expect(
      condition({
        kind: 'number',
        fact: { kind: 'priceAfterLevel' },
        comparison: { kind: 'moreThan', value: decimal('3') },
      }),
    ).toBe('price per base unit after the price level is more than 3 EUR');
    expect(
      condition({
        kind: 'number',
        fact: { kind: 'count', of: 'lines', scopes: [{ kind: 'all' }] },
        comparison: { kind: 'between', value: decimal('3'), to: decimal('5') },
      }),
    ).toBe('number of lines of all items is between 3 and 5, both included');
  });
});

describe('the effect of a rule in words', () => {
  it('says how much, of what, and from where', () => {
    expect(effect(percentOff('10'))).toBe('10 % off price so far');
    expect(effect(percentOff('15', { of: 'listPrice', startsFrom: 'basePrice' }))).toBe(
      '15 % off list price, based on base price, only if lower',
    );
    expect(effect(flat('-4.00', '4'))).toBe('4.00 EUR off the line for every 4');
    expect(effect(flat('25'))).toBe('25 EUR added to the line');
    expect(effect({ kind: 'set', price: decimal('9'), unit: 'pallet', raises: true })).toBe(
      '9 EUR per pallet, even if higher',
    );
  });
});

describe('a whole rule in one sentence', () => {
  it('has its conditions, effect, times, start and company', () => {
    const rule: Rule = ruleOf(percentOff('8'), goods('clay'), {
      validity: {
        days: { from: '2026-03-01', until: null },
        weekdays: [2, 4],
        times: { from: '18:00', until: '20:00' },
      },
      outlets: ['quay'],
      trigger: { kind: 'code', code: 'KILN' },
      combinable: false,
      stopProcessing: true,
      paused: true,
    });
    expect(ruleSentence(serialized(rule), NAMES)).toBe(
      'If item is in Clay: 8 % off price so far, from 2026-03-01, Tuesdays and Thursdays, from 18:00, before 20:00, at outlet quay, with code KILN. Not combined with other rules. Later rules are skipped. Paused.',
    );
    expect(
      validityWords({ days: { from: null, until: null }, weekdays: null, times: null }),
    ).toEqual([]);
  });
});

describe('a rule in the workings', () => {
  it('says what it did, and of others why they did not', () => {
    const rules = [
      ruleOf(percentOff('10'), undefined, { name: 'Glaze days', words: 'For spring' }),
      ruleOf(percentOff('5'), undefined, { name: 'Coded', trigger: { kind: 'code', code: 'X' } }),
      ruleOf(percentOff('5'), goods('glaze'), { name: 'Elsewhere' }),
      ruleOf(
        percentOff('5'),
        { kind: 'any', of: [{ kind: 'segment', segments: ['schools'] }] },
        { name: 'Schools' },
      ),
      // rules for other customers, segments, currencies and outlets are not looked at
      ruleOf(percentOff('5'), { kind: 'segment', segments: ['schools'] }, { name: 'Theirs' }),
    ];
    const setup = setupOf({ basePrices: [basePrice('4.00')], rules });
    const document = documentOf('1', { facts: factsOf({ customer: null }) });
    const [line] = serialized(price(setup, document)).lines;
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const source = line.slices[0]?.steps[1]?.source;
    expect(source && stepWording(source, NAMES)).toEqual({
      title: 'Rule Glaze days',
      sentence: '10 % off price so far (the customer reads “For spring”)',
    });
    const told = line.notApplied.map((one) => notAppliedWording(one, NAMES));
    expect(told).toContain({ title: 'Rule Coded', sentence: 'code not entered' });
    expect(told).toContain({
      title: 'Rule Schools',
      sentence: 'segment not set; schools needed',
    });
    // what cannot reach the line is not among what was considered
    expect(told.some(({ title }) => /Elsewhere|Theirs/.test(title))).toBeFalse();
  });
});

describe('how a rule starts and stops, in words', () => {
  const words = (effect: RuleEffect, changes: Partial<Rule>): string =>
    ruleSentence(serialized(ruleOf(effect, goods('clay'), changes)), NAMES);
  const two = { quantity: 2, scopes: [{ kind: 'all' as const }] };
  const forUnits: readonly RuleEffect[] = [
    {
      kind: 'buyAndGet',
      buy: two,
      get: two,
      offer: { kind: 'percent', percent: decimal('-50') },
      dearest: false,
      most: null,
    },
    { kind: 'bundle', parts: [{ ...two, price: null }], total: decimal('10.00') },
    { kind: 'allocate', amount: decimal('-5.00'), every: null },
  ];

  it('says that somebody puts it on, which code starts it, and nothing where it is automatic', () => {
    const off = percentOff('10');
    expect(words(off, { trigger: { kind: 'manual' } })).toContain(', applied manually.');
    expect(words(off, { trigger: { kind: 'code', code: 'KILN' } })).toContain(', with code KILN.');
    expect(words(off, {})).toContain('price so far. Combined with other rules.');
  });

  it('says that a rule for units stops others only where it takes units', () => {
    const onLines = '. Later rules are skipped on lines of which it takes units.';
    for (const effect of forUnits) {
      expect(words(effect, { stopProcessing: true }))
        .withContext(effect.kind)
        .toContain(onLines);
    }
    expect(words(percentOff('10'), { stopProcessing: true })).toMatch(
      /\. Later rules are skipped\.$/,
    );
  });
});

describe('a test with what is there, in words', () => {
  const asked = (test: RuleTest, actual: string | null): string =>
    askedWords({ test: serialized(test), actual }, 'EUR', NAMES);
  const quantity: RuleTest = {
    kind: 'number',
    fact: { kind: 'quantity' },
    comparison: { kind: 'atLeast', value: decimal('8') },
  };
  const unit: RuleTest = {
    kind: 'word',
    fact: { kind: 'unit' },
    comparison: { kind: 'isOneOf', values: ['bag'] },
  };

  it('is the test with the figure or the word behind it; of goods, which stand on the line, none', () => {
    expect(asked(quantity, '5')).toBe('quantity is at least 8 (5)');
    expect(asked(quantity, null)).toBe('quantity is at least 8 (not set)');
    expect(asked(unit, 'pallet')).toMatch(/ is bag \(pallet\)$/);
    const clay: RuleTest = { kind: 'goods', scopes: [{ kind: 'category', category: 'clay' }] };
    expect(asked(clay, 'CL-0207')).toBe('item is in Clay');
  });

  it('says of a word what is there and what is wanted', () => {
    const unmet = [
      { kind: 'test', test: serialized(unit), actual: 'pallet', currency: 'EUR' },
    ] as const;
    expect(unmetWords(unmet, NAMES)).toMatch(/unit is pallet; bag needed$/);
    expect(unmetWords([], NAMES)).toBe('its conditions are not met');
  });
});
