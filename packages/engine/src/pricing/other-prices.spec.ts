import { decimal, print } from '../number/decimal';
import { printExact } from '../number/exact';
import { ALWAYS } from '../setup/dates';
import type { LineEffect, Rule } from '../setup/rule';
import type { Setup } from '../setup/setup';
import { column, toldOf, pricedLine } from '../testing/priced';
import {
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  itemOf,
  percentEntry,
  percentOff,
  ruleOf,
  schools,
  setupOf,
} from '../testing/saltmarsh';
import { underRules } from '../testing/under-rules';

const trade = schools({
  id: 'trade',
  name: 'Trade',
  entries: [percentEntry('-25')],
  rounding: null,
});
const atTrade = (raises = false): LineEffect => ({ kind: 'level', level: 'trade', raises });

describe('a rule that prices at another level', () => {
  const under = (rule: Rule, changes: Partial<Setup> = {}, quantity = '1') =>
    pricedLine(
      setupOf({
        basePrices: [basePrice('20.00')],
        levels: [schools({ entries: [percentEntry('-10')], rounding: null }), trade],
        rules: [rule],
        ...changes,
      }),
      documentOf(quantity),
    );

  it('starts the line anew from what that level makes, and says in place of what', () => {
    const line = under(ruleOf(atTrade()));
    expect(print(line.amount)).toBe('15.00');
    expect(line.level?.level.name).toBe('Schools');
    expect(column(line)).toEqual([
      'basePrice 20.00 20.00',
      'levelEntry -5.00 15.00',
      'rule 0.00 15.00',
    ]);
    const [step] = line.slices[0]?.steps.slice(-1) ?? [];
    const instead = step?.source.kind === 'rule' && step.source.instead;
    expect(instead && printExact(instead)).toBe('18.0000');
  });

  it('only only if lower, unless it says otherwise', () => {
    const dearer = { ...trade, entries: [percentEntry('5')] };
    const levels = [schools({ entries: [percentEntry('-10')], rounding: null }), dearer];
    const not = under(ruleOf(atTrade()), { levels });
    expect([print(not.amount), toldOf(not).join()]).toEqual([
      '18.00',
      jasmine.stringContaining('is not lower'),
    ]);
    expect(print(under(ruleOf(atTrade(true)), { levels }).amount)).toBe('21.00');
  });

  it('withdraws the break, and the parts that it split the line into', () => {
    const breaks = [breakOf({ '2': '-10', '4': '-20' }, { mode: 'incremental' })];
    const line = under(ruleOf(atTrade()), { breaks }, '5');
    expect([line.slices.length, print(line.amount)]).toEqual([1, '75.00']);
  });

  it('goes on with the rules after it', () => {
    const rules = [
      ruleOf(atTrade(), undefined, { id: 'a' }),
      ruleOf(percentOff('10'), undefined, { id: 'b', place: 1 }),
    ];
    expect(print(under(ruleOf(atTrade()), { rules }).amount)).toBe('13.50');
    const before = [ruleOf(percentOff('10'), undefined, { id: 'b', name: 'Spring' }), ...rules];
    const line = under(ruleOf(atTrade()), { rules: before.slice(0, 2) });
    expect(toldOf(line).join()).toContain('Rule Spring: replaced by Spring glaze week');
  });

  it('does nothing where the level is not there, not today, or makes no price', () => {
    const gone = { kind: 'level', level: 'gone', raises: false } as const;
    expect(toldOf(under(ruleOf(gone))).join()).toContain('not in version 7');
    const past = { ...trade, window: { ...ALWAYS, until: '2026-01-31' } };
    expect(toldOf(under(ruleOf(atTrade()), { levels: [schools(), past] })).join()).toContain(
      'ended on 2026-01-31',
    );
    const dollars = { ...trade, currency: 'USD' };
    expect(toldOf(under(ruleOf(atTrade()), { levels: [schools(), dollars] })).join()).toContain(
      'level Trade gives no price',
    );
  });
});

describe('a rule with own prices', () => {
  const own = (price: string, raises = false, unit: string | null = null): LineEffect => ({
    kind: 'ownPrices',
    prices: [{ item: 'CL-0207', price: decimal(price), unit }],
    raises,
  });

  it('sets the price of the items that it names, and says only that one', () => {
    const line = underRules('20.00', [ruleOf(own('16.00'))]);
    expect(print(line.amount)).toBe('16.00');
    const [step] = line.slices[0]?.steps.slice(-1) ?? [];
    expect(step?.source.kind === 'rule' && step.source.effect).toEqual({
      kind: 'set',
      price: decimal('16.00'),
      unit: null,
      raises: false,
    });
  });

  it('per another unit, where lower, or where it raises', () => {
    expect(print(underRules('20.00', [ruleOf(own('960.00', false, 'pallet'))]).amount)).toBe(
      '16.00',
    );
    expect(print(underRules('20.00', [ruleOf(own('22.00'))]).amount)).toBe('20.00');
    expect(print(underRules('20.00', [ruleOf(own('22.00', true))]).amount)).toBe('22.00');
  });

  it('is not looked at for other items, and still asks for its conditions', () => {
    const items = [itemOf(), itemOf({ item: 'CL-0300' })];
    const others = ruleOf({
      kind: 'ownPrices',
      prices: [{ item: 'CL-0300', price: decimal('1.00'), unit: null }],
      raises: false,
    });
    const line = underRules('20.00', [others], '1', { facts: factsOf({ items, customer: null }) });
    expect(print(line.amount)).toBe('20.00');
    expect(toldOf(line).join()).not.toContain('Rule');
    const glazes = ruleOf(own('16.00'), {
      kind: 'goods',
      scopes: [{ kind: 'category', category: 'glaze' }],
    });
    expect(print(underRules('20.00', [glazes]).amount)).toBe('20.00');
  });
});
