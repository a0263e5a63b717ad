import { decimal } from '../number/decimal';
import { price } from '../pricing/price-document';
import type { Condition, Rule, RuleEffect } from '../setup/rule';
import {
  basePrice,
  documentOf,
  factsOf,
  flat,
  percentOff,
  ruleOf,
  setupOf,
} from '../testing/saltmarsh';
import { printed } from './printed';
import { effectWords } from './effect-sentences';
import { conditionWords, ruleSentence, validityWords } from './rule-sentences';
import { notAppliedWording, stepWording } from './sentences';
import type { Names } from './setup-sentences';

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
};
const goods = (...categories: string[]): Condition => ({
  kind: 'goods',
  reaches: categories.map((category) => ({ kind: 'category', category })),
});
const condition = (one: Condition): string => conditionWords(printed(one), 'EUR', NAMES);
const effect = (one: RuleEffect): string => effectWords(printed(one), 'EUR', NAMES);

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
    return rule ? notAppliedWording(printed(rule), NAMES).sentence : 'it holds';
  };

  it('says how much is missing, and each test by itself', () => {
    expect(why(quantity('atLeast', '8'))).toBe(
      'the quantity of the line is 5, not at least 8: 3 more needed',
    );
    expect(why(quantity('moreThan', '5'))).toBe('the quantity of the line is 5, not more than 5');
    expect(why({ kind: 'all', of: [quantity('atLeast', '6'), member] })).toBe(
      'the quantity of the line is 5, not at least 6: 1 more needed; and it needs that the customer’s member is yes, which is not known',
    );
    expect(why(quantity('atLeast', '5'))).toBe('it holds');
  });

  it('says what would do instead, and what must not be', () => {
    expect(why({ kind: 'any', of: [goods('glaze'), quantity('atLeast', '6')] })).toBe(
      'one of these would do: it needs that the item is everything under Glazes | the quantity of the line is 5, not at least 6: 1 more needed',
    );
    expect(why({ kind: 'none', of: [goods('clay'), goods('glaze')] })).toBe(
      'it must not be that the item is everything under Clay',
    );
    expect(why({ kind: 'any', of: [] })).toBe('its conditions never hold');
  });
});

describe('the conditions of a rule in words', () => {
  it('tell either from both, and groups from tests', () => {
    expect(condition(goods('clay', 'glaze'))).toBe(
      'the item is everything under Clay or everything under Glazes',
    );
    expect(condition({ kind: 'all', of: [goods('clay'), goods('glaze')] })).toBe(
      'the item is everything under Clay and the item is everything under Glazes',
    );
    const nested: Condition = {
      kind: 'any',
      of: [
        { kind: 'all', of: [goods('clay'), { kind: 'segment', segments: ['schools'] }] },
        goods('glaze'),
      ],
    };
    expect(condition(nested)).toBe(
      '(the item is everything under Clay and the segment is schools) or the item is everything under Glazes',
    );
    expect(condition({ kind: 'none', of: [goods('clay')] })).toBe(
      'none of these: the item is everything under Clay',
    );
    expect(condition({ kind: 'customer', customers: ['C1', 'C2'] })).toBe(
      'the customer is C1 or C2',
    );
    expect(condition({ kind: 'all', of: [] })).toBe('always');
    expect(condition({ kind: 'any', of: [] })).toBe('never');
  });

  it('spell the boundary, with the currency where it is money', () => {
    expect(
      condition({
        kind: 'number',
        fact: { kind: 'priceAfterLevel' },
        comparison: { kind: 'moreThan', value: decimal('3') },
      }),
    ).toBe('the price per base unit after the level is more than 3 EUR');
    expect(
      condition({
        kind: 'number',
        fact: { kind: 'count', of: 'lines', reaches: [{ kind: 'all' }] },
        comparison: { kind: 'between', value: decimal('3'), to: decimal('5') },
      }),
    ).toBe('the number of lines of everything is between 3 and 5, both included');
  });
});

describe('the effect of a rule in words', () => {
  it('says how much, of what, and from where', () => {
    expect(effect(percentOff('10'))).toBe('10 % off the price');
    expect(effect(percentOff('15', { of: 'listPrice', startsFrom: 'basePrice' }))).toBe(
      '15 % off the list price, starting from the base price, where that is lower',
    );
    expect(effect(flat('-4.00', '4'))).toBe('4.00 EUR off the line for every 4');
    expect(effect(flat('25'))).toBe('25 EUR added to the line');
    expect(effect({ kind: 'set', price: decimal('9'), unit: 'pallet', raises: true })).toBe(
      '9 EUR per pallet, in any case',
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
      starts: { kind: 'code', code: 'KILN' },
      together: false,
      stops: true,
      paused: true,
    });
    expect(ruleSentence(printed(rule), NAMES)).toBe(
      'Where the item is everything under Clay: 8 % off the price, from 2026-03-01, on Tuesdays or Thursdays, from 18:00 to 20:00, at the outlet quay, with the code KILN, alone, and no rule after it, paused.',
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
      ruleOf(percentOff('5'), undefined, { name: 'Coded', starts: { kind: 'code', code: 'X' } }),
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
    const [line] = printed(price(setup, document)).lines;
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const source = line.slices[0]?.steps[1]?.source;
    expect(source && stepWording(source, NAMES)).toEqual({
      title: 'Rule Glaze days',
      sentence: '10 % off the price (the customer reads “For spring”)',
    });
    const told = line.notApplied.map((one) => notAppliedWording(one, NAMES));
    expect(told).toContain({ title: 'Rule Coded', sentence: 'its code is needed' });
    expect(told).toContain({
      title: 'Rule Schools',
      sentence: 'it needs that the segment is schools, which is not known',
    });
    // what cannot reach the line is not among what was considered
    expect(told.some(({ title }) => /Elsewhere|Theirs/.test(title))).toBeFalse();
  });
});
