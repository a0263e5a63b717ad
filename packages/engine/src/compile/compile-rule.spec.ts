import fc from 'fast-check';
import { decimal } from '../number/decimal';
import { price } from '../pricing/price-document';
import type { Condition, Rule } from '../setup/rule';
import { documents, setups } from '../testing/arbitraries';
import { runs } from '../testing/runs';
import { itemOf, percentOff, ruleOf } from '../testing/saltmarsh';
import { asksForSales, attributesAsked, ruleFinder } from './compile-rule';

const goods = (...categories: string[]): Condition => ({
  kind: 'goods',
  scopes: categories.map((category) => ({ kind: 'category', category })),
});
const EVERYTHING: Condition = { kind: 'goods', scopes: [{ kind: 'all' }] };
const MANY: Condition = {
  kind: 'number',
  fact: { kind: 'quantity' },
  comparison: { kind: 'atLeast', value: decimal('3') },
};

/** The names of the rules that are looked at for a bag of stoneware. */
function lookedAt(conditions: Readonly<Record<string, Condition>>): string[] {
  const rules = Object.entries(conditions).map(([name, when]) =>
    ruleOf(percentOff('1'), when, { id: name, name }),
  );
  return ruleFinder(rules)(itemOf()).map(({ rule }) => rule.name);
}

describe('the rules that are looked at for an item', () => {
  it('are those that its goods can make hold, whatever else they ask', () => {
    expect(
      lookedAt({
        clay: goods('clay'),
        glaze: goods('glaze'),
        many: MANY,
        claysAndMany: { kind: 'all', of: [MANY, goods('clay')] },
        glazesAndMany: { kind: 'all', of: [MANY, goods('glaze')] },
        either: { kind: 'any', of: [goods('glaze'), goods('clay')] },
        glazeOrMany: { kind: 'any', of: [goods('glaze'), MANY] },
        noGlaze: { kind: 'none', of: [goods('glaze')] },
      }),
    ).toEqual(['clay', 'many', 'claysAndMany', 'either', 'glazeOrMany', 'noGlaze']);
  });

  it('are not more where everything is asked for besides', () => {
    expect(lookedAt({ glaze: { kind: 'all', of: [EVERYTHING, goods('glaze')] } })).toEqual([]);
    expect(lookedAt({ either: { kind: 'any', of: [EVERYTHING, goods('glaze')] } })).toEqual([
      'either',
    ]);
  });

  it('come once each, by their places and then the list; paused ones never', () => {
    const rule = (name: string, changes: Partial<Rule>): Rule =>
      ruleOf(percentOff('1'), goods('clay', 'stoneware'), { id: name, name, ...changes });
    const find = ruleFinder([
      rule('late', { place: 9 }),
      rule('early', { place: 1 }),
      rule('next', { place: 1 }),
      rule('paused', { paused: true }),
    ]);
    expect(find(itemOf()).map(({ rule: { name } }) => name)).toEqual(['early', 'next', 'late']);
    // items alike but for their number share one list
    expect(find(itemOf({ item: 'CL-9' }))).toBe(find(itemOf({ item: 'CL-8' })));
  });

  it('leave none out that would have applied', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        // the same conditions where the index cannot see the goods in them
        const hidden = setup.rules.map((rule): Rule => ({
          ...rule,
          when: { kind: 'none', of: [{ kind: 'none', of: [rule.when] }] },
        }));
        const [seen, unseen] = [
          price(setup, document),
          price({ ...setup, rules: hidden }, document),
        ];
        expect(seen.total).toEqual(unseen.total);
      }),
      { numRuns: runs(500) },
    );
  });
});

describe('what conditions ask of facts', () => {
  const number = (fact: Extract<Condition, { kind: 'number' }>['fact']): Condition => ({
    kind: 'number',
    fact,
    comparison: { kind: 'atLeast', value: decimal('3') },
  });
  const word = (of: 'item' | 'customer', code: string): Condition => ({
    kind: 'word',
    fact: { kind: 'attribute', of, code },
    comparison: { kind: 'isOneOf', values: ['gloss'] },
  });
  const rule = (when: Condition): Rule => ruleOf(percentOff('1'), when);

  it('is each attribute of items, as a figure or a word, once and in order; others not', () => {
    const weight = number({ kind: 'attribute', of: 'item', code: 'weight' });
    const asked = attributesAsked([
      rule({ kind: 'all', of: [weight, { kind: 'none', of: [word('item', 'finish')] }] }),
      rule({ kind: 'any', of: [weight, word('customer', 'since'), goods('clay'), MANY] }),
    ]);
    expect(asked).toEqual(['finish', 'weight']);
    expect(attributesAsked([rule(goods('clay')), rule(MANY)])).toEqual([]);
  });

  it('is what the customer bought before, wherever in the tree', () => {
    const before = number({ kind: 'salesBefore', of: 'anything' });
    expect(
      asksForSales(rule({ kind: 'any', of: [MANY, { kind: 'none', of: [before] }] })),
    ).toBeTrue();
    expect(asksForSales(rule(MANY))).toBeFalse();
    expect(asksForSales(rule(word('customer', 'since')))).toBeFalse();
  });
});
