import fc from 'fast-check';
import { decimal } from '../number/decimal';
import { price } from '../pricing/price-document';
import type { Condition } from '../setup/rule';
import { documents, setups } from '../testing/arbitraries';
import { toldOf } from '../testing/priced';
import { runs } from '../testing/runs';
import { percentOff, ruleOf } from '../testing/saltmarsh';
import { amountUnder, underRules } from '../testing/under-rules';
import { savedIn, withSavedConditions } from './saved-conditions';

const FIVE: Condition = {
  kind: 'number',
  fact: { kind: 'quantity' },
  comparison: { kind: 'atLeast', value: decimal('5') },
};
const saved = (condition: string): Condition => ({ kind: 'saved', condition });
const SETUP = { conditions: [{ id: 'five', name: 'Five or more', when: FIVE }] };

describe('conditions that are saved under a name', () => {
  const under = (when: Condition, quantity: string): string =>
    amountUnder('10.00', [ruleOf(percentOff('10'), when)], quantity, {}, SETUP);

  it('stand in every rule that names them, also within groups', () => {
    expect(under(saved('five'), '5')).toBe('45.00');
    expect(under(saved('five'), '4')).toBe('40.00');
    expect(under({ kind: 'none', of: [saved('five')] }, '4')).toBe('36.00');
    expect(under({ kind: 'all', of: [saved('five'), saved('five')] }, '5')).toBe('45.00');
  });

  it('never hold where they are not there', () => {
    expect(under(saved('gone'), '5')).toBe('50.00');
    expect(under({ kind: 'none', of: [saved('gone')] }, '5')).toBe('45.00');
  });

  it('tell what they miss as if it were written in the rule', () => {
    const line = underRules('10.00', [ruleOf(percentOff('10'), saved('five'))], '4', {}, SETUP);
    expect(toldOf(line).join()).toContain('quantity is 4; at least 5 needed');
  });

  it('are known by the rules that name them', () => {
    expect(savedIn({ kind: 'all', of: [saved('a'), { kind: 'any', of: [saved('b')] }] })).toEqual([
      'a',
      'b',
    ]);
    expect(savedIn(FIVE)).toEqual([]);
    const [rule] = withSavedConditions([ruleOf(percentOff('10'), FIVE)], SETUP.conditions);
    expect(rule?.when).toBe(FIVE);
  });

  it('law: a setup prices alike with what is saved written into its rules', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        const rules = withSavedConditions(setup.rules, setup.conditions);
        const written = price({ ...setup, rules, conditions: [] }, document);
        expect(price(setup, document)).toEqual(written);
      }),
      { numRuns: runs(500) },
    );
  });
});
