import { print } from '../../number/decimal';
import { NO_LIMITS, type Rule, type RuleLimits } from '../../setup/rule';
import type { RuleUses } from '../../setup/facts';
import {
  basePrice,
  customerOf,
  documentOf,
  factsOf,
  percentOff,
  ruleOf,
  setupOf,
} from '../../testing/saltmarsh';
import { pricedLine, toldOf } from '../../testing/priced';
import { limitWords } from '@honest-ledger/wording';
import { price } from '../price-document';

const rule = (limits: RuleLimits): Rule =>
  ruleOf(percentOff('10'), undefined, { id: 'R', name: 'Opening week', limits });

function under(limits: RuleLimits, uses: Partial<RuleUses> | null, known = true) {
  const facts = factsOf({
    customer: known ? customerOf({ level: null }) : null,
    ruleUses: uses ? [{ rule: 'R', inAll: 0, byCustomer: 0, ...uses }] : [],
  });
  const setup = setupOf({ basePrices: [basePrice('10.00')], rules: [rule(limits)] });
  return pricedLine(setup, documentOf('1', { facts }));
}

describe('a limit on how often a rule is used', () => {
  const cases: readonly (readonly [string, RuleLimits, Partial<RuleUses> | null, string])[] = [
    ['none', NO_LIMITS, { inAll: 1000, byCustomer: 1000 }, '9.00'],
    ['not used yet', { inAll: 1, perCustomer: 1 }, null, '9.00'],
    ['one left in all', { inAll: 10, perCustomer: null }, { inAll: 9 }, '9.00'],
    ['used up in all', { inAll: 10, perCustomer: null }, { inAll: 10 }, '10.00'],
    ['one left for the customer', { inAll: null, perCustomer: 2 }, { byCustomer: 1 }, '9.00'],
    ['used up by the customer', { inAll: null, perCustomer: 2 }, { byCustomer: 2 }, '10.00'],
  ];
  for (const [what, limits, uses, expected] of cases) {
    it(`${what}: ${expected}`, () => {
      expect(print(under(limits, uses).amount)).toBe(expected);
    });
  }

  it('does not hold for customers nobody knows, where it is one for each customer', () => {
    const limits = { inAll: null, perCustomer: 1 };
    expect(print(under(limits, { inAll: 5, byCustomer: 0 }, false).amount)).toBe('9.00');
  });

  it('tells each limit that is reached', () => {
    const told = toldOf(under({ inAll: 10, perCustomer: 1 }, { inAll: 10, byCustomer: 1 }));
    expect(told).toContain(
      'Rule Opening week: all 10 uses are taken; its only use is taken by this customer',
    );
  });

  it('counts its own uses, not those of other rules', () => {
    const facts = factsOf({
      customer: customerOf({ level: null }),
      ruleUses: [
        { rule: 'other', inAll: 100, byCustomer: 100 },
        { rule: 'R', inAll: 1, byCustomer: 0 },
      ],
    });
    const limited = rule({ inAll: 2, perCustomer: null });
    const setup = setupOf({ basePrices: [basePrice('10.00')], rules: [limited] });
    expect(print(pricedLine(setup, documentOf('1', { facts })).amount)).toBe('9.00');
  });

  it('says of each limit whose it is', () => {
    const line = under({ inAll: 10, perCustomer: 1 }, { inAll: 10, byCustomer: 1 });
    expect(line.notApplied.find(({ subject }) => subject.kind === 'rule')?.reasons).toEqual([
      { kind: 'usedUp', by: 'all', limit: 10 },
      { kind: 'usedUp', by: 'customer', limit: 1 },
    ]);
  });

  it('gives a code that is used up a sentence of its own', () => {
    const coded = {
      ...rule({ inAll: 1, perCustomer: null }),
      trigger: { kind: 'code', code: 'A' },
    };
    const setup = setupOf({ basePrices: [basePrice('10.00')], rules: [coded as Rule] });
    const facts = factsOf({ ruleUses: [{ rule: 'R', inAll: 1, byCustomer: 0 }] });
    const { codes } = price(setup, documentOf('1', { facts, codes: ['a'] }));
    expect(codes[0]?.is).toEqual({
      kind: 'notApplied',
      reasons: [{ kind: 'usedUp', by: 'all', limit: 1 }],
    });
  });

  it('reads as words', () => {
    expect(limitWords({ inAll: 10, perCustomer: 1 })).toEqual([
      'at most 10 uses in total, 1 per customer',
    ]);
  });
});
