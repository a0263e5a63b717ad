import { compileSetup } from '../compile/compile-setup';
import { decimal } from '../number/decimal';
import { serialized } from '../number/serialized';
import type { Condition, Rule } from '../setup/rule';
import {
  basePrice,
  customerOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentOff,
  ruleOf,
  setupOf,
} from '../testing/saltmarsh';
import { askRule } from './try-rule';

describe('a rule that is tried on a document', () => {
  const atLeast = (value: string): Condition => ({
    kind: 'number',
    fact: { kind: 'quantity' },
    comparison: { kind: 'atLeast', value: decimal(value) },
  });
  const other = { ...basePrice('4.00'), item: 'GL-1180' };
  const setup = setupOf({
    basePrices: [basePrice('18.40'), other],
    conditions: [{ id: 'many', name: 'Many', when: atLeast('8') }],
  });
  const document = documentOf('1', {
    facts: factsOf({
      customer: null,
      items: [itemOf(), itemOf({ item: 'GL-1180' }), itemOf({ item: 'NO-1' })],
    }),
    lines: [
      lineOf('5', { id: 'a' }),
      lineOf('12', { id: 'b', item: 'GL-1180' }),
      lineOf('9', { id: 'without a price', item: 'NO-1' }),
    ],
  });
  const asked = (rule: Rule) =>
    serialized(askRule(compileSetup({ ...setup, rules: [rule] }), document, rule)).map(
      ({ id, holds, tests }) => [id, holds, tests.map((test) => [test.holds, test.actual])],
    );

  it('says of every line with a price whether it holds, and of each test what there is', () => {
    const when: Condition = { kind: 'any', of: [atLeast('10'), atLeast('3')] };
    expect(asked(ruleOf(percentOff('10'), when))).toEqual([
      [
        'a',
        true,
        [
          [false, '5'],
          [true, '5'],
        ],
      ],
      [
        'b',
        true,
        [
          [true, '12'],
          [true, '12'],
        ],
      ],
    ]);
  });

  it('says of whom and of what it was asked', () => {
    const segment = { code: 'schools', name: 'Schools', level: null };
    const facts = factsOf({ customer: customerOf({ level: null, segment }) });
    const of: Condition[] = [
      { kind: 'goods', scopes: [{ kind: 'all' }] },
      { kind: 'customer', customers: ['HARBOUR'] },
      { kind: 'segment', segments: ['clubs'] },
      { kind: 'currency', currencies: ['EUR'] },
    ];
    const rule = ruleOf(percentOff('10'), { kind: 'any', of });
    const [line] = askRule(
      compileSetup({ ...setup, rules: [rule] }),
      documentOf('1', { facts }),
      rule,
    );
    expect(line?.tests.map((test) => [test.holds, test.actual])).toEqual([
      [true, 'CL-0207'],
      [true, 'HARBOUR'],
      [false, 'schools'],
      [true, 'EUR'],
    ]);
  });

  it('looks into a saved condition', () => {
    const saved: Condition = { kind: 'saved', condition: 'many' };
    expect(asked(ruleOf(percentOff('10'), saved))).toEqual([
      ['a', false, [[false, '5']]],
      ['b', true, [[true, '12']]],
    ]);
  });
});
