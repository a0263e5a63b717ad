import type { ItemFacts } from '../setup/facts';
import type { Reach } from '../setup/reach';
import type { Condition, Rule, RuleTest } from '../setup/rule';
import { reachFinder } from './reach-finder';

export interface CompiledRule {
  readonly rule: Rule;
  /** What workings say of it. */
  readonly name: Pick<Rule, 'id' | 'name' | 'words' | 'currency'>;
  /** Its place in the list. */
  readonly place: number;
}

/** Finds the rules that can touch an item, in the order of the list. */
export type RuleFinder = (item: ItemFacts) => readonly CompiledRule[];

const EVERYTHING: readonly Reach[] = [{ kind: 'all' }];

/**
 * Finds rules by the goods that their conditions ask for before anything else, so that a line looks
 * at those that can reach it and no others, however many there are. Paused rules are not among them.
 */
export function ruleFinder(rules: readonly Rule[]): RuleFinder {
  const inOrder = rules.toSorted((a, b) => a.place - b.place);
  const compiled = inOrder.map((rule, place): CompiledRule => {
    const { id, name, words, currency } = rule;
    return { rule, name: { id, name, words, currency }, place };
  });
  const find = reachFinder(
    compiled
      .filter(({ rule }) => !rule.paused)
      .flatMap((one) => goodsAsked(one.rule.when).map((reach) => ({ one, reach }))),
    'list',
  );
  // a finder hands out one list for items alike, so what is made of it is made once
  const once = new WeakMap<object, readonly CompiledRule[]>();
  return (item) => {
    const found = find(item);
    const known = once.get(found) ?? [...new Set(found.map(({ one }) => one))];
    once.set(found, known);
    return known;
  };
}

/** The attributes of items that conditions of rules ask for. */
export function attributesAsked(rules: readonly Rule[]): readonly string[] {
  const asked = rules
    .flatMap(({ when }) => testsOf(when))
    .flatMap((test) => {
      if (test.kind !== 'number' && test.kind !== 'word') return [];
      const { fact } = test;
      return fact.kind === 'attribute' && fact.of === 'item' ? [fact.code] : [];
    });
  return [...new Set(asked)].sort();
}

/** All tests of a tree, from left to right. */
export function testsOf(condition: Condition): readonly RuleTest[] {
  return 'of' in condition ? condition.of.flatMap(testsOf) : [condition];
}

/** Goods without one of which a condition never holds; everything where it asks for none. */
function goodsAsked(condition: Condition): readonly Reach[] {
  switch (condition.kind) {
    case 'goods':
      return condition.reaches.some(({ kind }) => kind === 'all') ? EVERYTHING : condition.reaches;
    case 'all': {
      const asked = condition.of.map(goodsAsked).find((reaches) => reaches !== EVERYTHING);
      return asked ?? EVERYTHING;
    }
    case 'any': {
      const all = condition.of.map(goodsAsked);
      return all.length === 0 || all.includes(EVERYTHING) ? EVERYTHING : all.flat();
    }
    default:
      return EVERYTHING;
  }
}
