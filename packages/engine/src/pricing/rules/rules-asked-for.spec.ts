import { decimal, print } from '../../number/decimal';
import { customerOf, factsOf, percentOff, ruleOf } from '../../testing/saltmarsh';
import { named, underRules } from '../../testing/under-rules';
import type { Condition, Rule } from '../../setup/rule';

const ALWAYS: Condition = { kind: 'all', of: [] };
const harbour = {
  code: 'harbour',
  name: 'Harbour shop',
  timeZone: 'UTC',
  level: null,
  levelsAllowed: null,
} as const;
const ofSpring = (changes: Partial<Rule>, when: Condition = ALWAYS): Rule =>
  named('spring', ruleOf(percentOff('10'), when, changes));

/** What a line says of the rule: its price, or why not. */
function says(rule: Rule, document: Parameters<typeof underRules>[3] = {}): unknown {
  const line = underRules('10.00', [rule], '1', document);
  const told = line.notApplied.filter(
    ({ subject }) => subject.kind === 'rule' && subject.rule.id === 'spring',
  );
  return told.length === 0
    ? print(line.amount)
    : told.flatMap(({ reasons }) =>
        reasons.map((one) => ('outlet' in one ? [one.kind, one.outlet] : one.kind)),
      );
}

describe('a rule whose code is typed', () => {
  const code = { trigger: { kind: 'code', code: 'Spring' } } as const;

  it('applies, however the code is written', () => {
    for (const typed of ['Spring', 'spring', 'SPRING']) {
      expect(says(ofSpring(code), { codes: [typed] })).toBe('9.00');
    }
    expect(says(ofSpring(code), { codes: ['Autumn'] })).toEqual(['codeNeeded']);
  });

  it('is told where it is for other outlets, and which one this is', () => {
    const rule = ofSpring({ ...code, outlets: ['kiln'] });
    const at = (outlet: typeof harbour | null) => ({
      codes: ['spring'],
      facts: factsOf({ customer: null, outlet }),
    });
    expect(says(rule, at(harbour))).toEqual([['notAtOutlet', 'Harbour shop']]);
    expect(says(rule, at(null))).toEqual([['notAtOutlet', null]]);
    expect(says({ ...rule, outlets: ['kiln', 'harbour'] }, at(harbour))).toBe('9.00');
  });

  it('is told where it is for other customers or currencies', () => {
    const facts = factsOf({ customer: customerOf({ code: 'C1', level: null }) });
    const other: Condition = { kind: 'customer', customers: ['C2'] };
    expect(says(ofSpring(code, other), { codes: ['spring'], facts })).toEqual(['conditionFails']);
    const dollars: Condition = { kind: 'currency', currencies: ['USD'] };
    expect(says(ofSpring(code, dollars), { codes: ['spring'] })).toEqual(['conditionFails']);
  });

  it('is told what of its limits is reached, and only that', () => {
    const limits = { inAll: 5, perCustomer: 2 };
    const used = (inAll: number, byCustomer: number, customer = true) => ({
      codes: ['spring'],
      facts: factsOf({
        customer: customer ? customerOf({ level: null }) : null,
        ruleUses: [{ rule: 'spring', inAll, byCustomer }],
      }),
    });
    const rule = ofSpring({ ...code, limits });
    expect(says(rule, used(4, 1))).toBe('9.00');
    expect(says(rule, used(5, 1))).toEqual(['usedUp']);
    expect(says(rule, used(4, 2))).toEqual(['usedUp']);
    expect(says(rule, used(5, 2))).toEqual(['usedUp', 'usedUp']);
    expect(says(rule, used(4, 9, false))).toBe('9.00');
  });
});

describe('a rule that nobody asked for', () => {
  const facts = factsOf({ customer: customerOf({ code: 'C1', level: null }), outlet: harbour });

  it('is not told where it is for other outlets, customers or currencies', () => {
    const other: Condition = { kind: 'customer', customers: ['C2'] };
    const dollars: Condition = { kind: 'currency', currencies: ['USD'] };
    for (const rule of [
      ofSpring({ outlets: ['kiln'] }),
      ofSpring({ trigger: { kind: 'code', code: 'Spring' }, outlets: ['kiln'] }),
      ofSpring({ trigger: { kind: 'manual' }, outlets: ['kiln'] }),
      ofSpring({}, other),
      ofSpring({}, dollars),
    ]) {
      expect(says(rule, { facts })).toBe('10.00');
    }
  });

  it('is told where it could be put on here', () => {
    expect(says(ofSpring({ trigger: { kind: 'manual' } }), { facts })).toEqual(['handNeeded']);
  });
});

describe('a rule that somebody put on', () => {
  const byHand = [{ rule: 'spring', line: null, is: 'on' }] as const;

  it('applies, and is told where it is for other outlets', () => {
    const rule = ofSpring({ trigger: { kind: 'manual' } });
    expect(says(rule, { byHand })).toBe('9.00');
    const facts = factsOf({ customer: null, outlet: harbour });
    expect(says({ ...rule, outlets: ['kiln'] }, { byHand, facts })).toEqual([
      ['notAtOutlet', 'Harbour shop'],
    ]);
  });

  it('is one that starts by hand: on another it changes nothing', () => {
    const facts = factsOf({ customer: null, outlet: harbour });
    expect(says(ofSpring({ outlets: ['kiln'] }), { byHand, facts })).toBe('10.00');
  });
});

describe('the choice that leaves least to pay', () => {
  const alone = (name: string, percent: string, place: number, changes: Partial<Rule> = {}) =>
    named(name, ruleOf(percentOff(percent), ALWAYS, { place, combinable: false, ...changes }));
  const chosen = (rules: readonly Rule[]) => {
    const line = underRules('10.00', rules, '1', {}, { ruleChoice: 'least' });
    return [
      print(line.amount),
      line.slices.flatMap(({ steps }) =>
        steps.flatMap(({ source }) => (source.kind === 'rule' ? [source.rule.name] : [])),
      ),
    ];
  };

  it('is, of equal ones, the one whose first rule is the earlier', () => {
    expect(chosen([alone('a', '10', 2), alone('b', '10', 1)])).toEqual(['9.00', ['b']]);
    expect(chosen([alone('a', '10', 1), alone('b', '10', 2)])).toEqual(['9.00', ['a']]);
    const joined = alone('c', '10', 3, { combinable: true });
    expect(chosen([joined, alone('b', '10', 4)])).toEqual(['9.00', ['c']]);
    expect(chosen([alone('b', '10', 2), joined])).toEqual(['9.00', ['b']]);
  });

  it('is all that go together where none stands alone, and one that stands alone by itself', () => {
    const one = alone('a', '10', 1, { combinable: true });
    const other = alone('b', '20', 2, { combinable: true });
    expect(chosen([one, other])).toEqual(['7.20', ['a', 'b']]);
    expect(chosen([alone('a', '10', 1)])).toEqual(['9.00', ['a']]);
  });

  it('leaves rules that only raise out of it: they are applied with whatever wins', () => {
    const dearer = named(
      'more',
      ruleOf({ ...percentOff('0'), percent: decimal('5') } as never, ALWAYS, {
        place: 3,
        combinable: false,
      }),
    );
    const [amount, rules] = chosen([alone('a', '10', 1), alone('b', '20', 2), dearer]);
    expect(amount).toBe('8.40');
    expect(rules).toEqual(['b', 'more']);
  });
});
