import { decimal, print } from '../../number/decimal';
import type { RuleByHand } from '../../setup/document';
import type { Rule } from '../../setup/rule';
import { toldOf } from '../../testing/priced';
import { documentOf, flat, lineOf, percentOff, ruleOf, setupOf } from '../../testing/saltmarsh';
import { amountUnder, NOBODY, underRules } from '../../testing/under-rules';
import { price } from '../price-document';

const school: Rule = ruleOf(percentOff('10'), undefined, {
  id: 'school',
  name: 'School term',
  trigger: { kind: 'manual' },
});
const spring: Rule = ruleOf(percentOff('20'), undefined, { id: 'spring', name: 'Spring' });
const on = (rule: string, line: string | null = null): RuleByHand => ({ rule, line, is: 'on' });
const off = (rule: string, line: string | null = null): RuleByHand => ({ rule, line, is: 'off' });

describe('rules that somebody puts on or takes off', () => {
  const under = (byHand: readonly RuleByHand[], rules = [school]): string =>
    amountUnder('10.00', rules, '1', { byHand });

  it('start where they were put on: the line, or all of the document', () => {
    expect(under([])).toBe('10.00');
    expect(under([on('school', '1')])).toBe('9.00');
    expect(under([on('school')])).toBe('9.00');
    expect(under([on('school', '2')])).toBe('10.00');
  });

  it('are told to wait for a hand where nothing else keeps them away', () => {
    expect(toldOf(underRules('10.00', [school]))).toContain(
      'Rule School term: not applied manually: 10 % off price so far',
    );
  });

  it('tell of own prices only the one of the item, as the part of a setup that it can reach does', () => {
    const own = (item: string) => ({ item, price: decimal('8.00'), unit: null });
    const clearance: Rule = {
      ...school,
      effect: { kind: 'ownPrices', prices: [own('CL-0207'), own('CL-0300')], raises: false },
    };
    expect(toldOf(underRules('10.00', [clearance]))).toContain(
      'Rule School term: not applied manually: 8.00 EUR each, only if lower',
    );
  });

  it('are taken off, however they start; what is said of a line goes before the document', () => {
    expect(under([off('spring', '1')], [spring])).toBe('10.00');
    expect(under([off('spring')], [spring])).toBe('10.00');
    expect(under([off('spring'), on('spring', '1')], [spring])).toBe('8.00');
    expect(toldOf(underRules('10.00', [spring], '1', { byHand: [off('spring')] }))).toContain(
      'Rule Spring: excluded on this document',
    );
  });

  it('still ask for their conditions, and say why they cannot go with another', () => {
    const many: Rule = {
      ...school,
      when: {
        kind: 'number',
        fact: { kind: 'quantity' },
        comparison: { kind: 'atLeast', value: decimal('5') },
      },
    };
    const few = underRules('10.00', [many], '1', { byHand: [on('school')] });
    expect(toldOf(few).join()).toContain('at least 5 needed (4 more)');
    const alone: Rule = { ...school, combinable: false, place: 1 };
    const both = underRules('10.00', [spring, alone], '1', { byHand: [on('school')] });
    expect(print(both.amount)).toBe('8.00');
    expect(toldOf(both).join()).toContain(
      'Rule School term: not combined with other rules, and Spring',
    );
  });

  it('may be for other customers: then that is told, and not kept silent', () => {
    const shops: Rule = { ...school, when: { kind: 'segment', segments: ['shops'] } };
    expect(toldOf(underRules('10.00', [shops])).join()).not.toContain('Rule');
    expect(toldOf(underRules('10.00', [shops], '1', { byHand: [on('school')] })).join()).toContain(
      'segment not set; shops needed',
    );
  });

  it('may be for units together and for the document', () => {
    const sharing: Rule = {
      ...school,
      id: 'sharing',
      effect: { kind: 'allocate', amount: decimal('-3.00'), every: null },
    };
    const whole: Rule = {
      ...school,
      id: 'whole',
      effect: { kind: 'subtotal', off: { kind: 'amount', amount: decimal('-5.00') } },
    };
    const setup = setupOf({ rules: [sharing, whole], levels: [] });
    const total = (byHand: readonly RuleByHand[]): string =>
      print(
        price(
          setup,
          documentOf('1', {
            byHand,
            facts: NOBODY,
            lines: [lineOf('1'), lineOf('1', { id: '2' })],
          }),
        ).total,
      );
    expect(total([])).toBe('36.80');
    expect(total([on('sharing'), on('whole')])).toBe('28.80');
    expect(total([on('sharing', '2')])).toBe('33.80');
    expect(total([on('sharing'), off('sharing', '1'), off('sharing', '2')])).toBe('36.80');
  });

  it('leave flat amounts alone where they are taken off', () => {
    const cones = ruleOf(flat('-1.00'), undefined, { id: 'cones' });
    expect(under([off('cones', '1')], [cones, spring])).toBe('8.00');
  });
});
