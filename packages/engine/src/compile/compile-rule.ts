import type { ItemFacts } from '../setup/facts';
import type { ItemNumber } from '../setup/goods';
import type { Scope } from '../setup/scope';
import {
  isLimited,
  stageOf,
  type Condition,
  type DocumentEffect,
  type GroupEffect,
  type LineEffect,
  type OwnPrice,
  type Rule,
  type RuleEffect,
  type RuleStage,
  type RuleTest,
} from '../setup/rule';
import { scopeFinder } from './scope-finder';

export interface CompiledRule<Effect extends RuleEffect = RuleEffect> {
  readonly rule: Rule;
  readonly effect: Effect;
  /** What workings say of it. */
  readonly name: Pick<Rule, 'id' | 'name' | 'words' | 'currency'>;
  /** Its place in the list. */
  readonly place: number;
  /** What single items cost under it, by their numbers. */
  readonly ownPrices: ReadonlyMap<ItemNumber, OwnPrice> | null;
  /** Whether it may be used only so often. */
  readonly limited: boolean;
  /** Tests of the document alone, without any one of which it never holds. */
  readonly ofDocument: readonly DocumentTest[];
}

/** A test that every line of a document answers alike. */
export type DocumentTest = Extract<RuleTest, { kind: 'customer' | 'segment' | 'currency' }>;

/** Finds the rules that can touch an item, in the order of the list. */
export type RuleFinder<Effect extends RuleEffect = RuleEffect> = (
  item: ItemFacts,
) => readonly CompiledRule<Effect>[];

/** The rules of a setup by what they are applied to; null where there are none of a kind. */
export interface RuleFinders {
  readonly line: RuleFinder<LineEffect> | null;
  readonly group: RuleFinder<GroupEffect> | null;
  readonly document: RuleFinder<DocumentEffect> | null;
}

const EVERYTHING: readonly Scope[] = [{ kind: 'all' }];

export function ruleFinders(rules: readonly Rule[]): RuleFinders {
  const all = inListOrder(rules);
  const only = <Effect extends RuleEffect>(stage: RuleStage): RuleFinder<Effect> | null => {
    const own = all.filter(({ effect }) => stageOf(effect) === stage);
    // the effects of a stage are those of its type, by the function that tells stages
    return own.length === 0 ? null : (finderOf(own) as RuleFinder<Effect>);
  };
  return { line: only('line'), group: only('group'), document: only('document') };
}

/** Finds rules of any stage. */
export function ruleFinder(rules: readonly Rule[]): RuleFinder {
  return finderOf(inListOrder(rules));
}

function inListOrder(rules: readonly Rule[]): readonly CompiledRule[] {
  const inOrder = rules.toSorted((a, b) => a.place - b.place);
  return inOrder.map((rule, place): CompiledRule => {
    const { id, name, words, currency, effect } = rule;
    const ofDocument = documentTests(rule.when);
    const ownPrices =
      effect.kind === 'ownPrices' ? new Map(effect.prices.map((one) => [one.item, one])) : null;
    return {
      rule,
      effect,
      name: { id, name, words, currency },
      place,
      ownPrices,
      limited: isLimited(rule.limits),
      ofDocument,
    };
  });
}

/**
 * Finds rules by the goods that they ask for before anything else, so that a line looks at those that
 * can reach it and no others, however many there are. Paused rules are not among them.
 */
function finderOf(compiled: readonly CompiledRule[]): RuleFinder {
  const find = scopeFinder(
    compiled
      .filter(({ rule }) => !rule.paused)
      .flatMap((one) => goodsOf(one.rule).map((scope) => ({ one, scope }))),
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

/** Whether a condition asks what the customer bought before. */
export function asksForSales({ when }: Rule): boolean {
  return testsOf(when).some((test) => test.kind === 'number' && test.fact.kind === 'salesBefore');
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

/** The tests of a tree that must hold whatever else does, and ask for the document alone. */
function documentTests(condition: Condition): readonly DocumentTest[] {
  switch (condition.kind) {
    case 'all':
      return condition.of.flatMap(documentTests);
    case 'customer':
    case 'segment':
    case 'currency':
      return [condition];
    default:
      return [];
  }
}

/** All tests of a tree, from left to right. */
export function testsOf(condition: Condition): readonly RuleTest[] {
  return 'of' in condition ? condition.of.flatMap(testsOf) : [condition];
}

/** Goods without one of which a rule does nothing to a line. */
function goodsOf({ when, effect }: Rule): readonly Scope[] {
  const asked = goodsAsked(when);
  if (asked !== EVERYTHING && effect.kind !== 'ownPrices') return asked;
  switch (effect.kind) {
    case 'buyAndGet':
      return [...effect.buy.scopes, ...effect.get.scopes];
    case 'bundle':
      return effect.parts.flatMap(({ scopes }) => scopes);
    case 'ownPrices':
      return effect.prices.map(({ item }) => ({ kind: 'item', item }));
    default:
      return EVERYTHING;
  }
}

/** Goods without one of which a condition never holds; everything where it asks for none. */
function goodsAsked(condition: Condition): readonly Scope[] {
  switch (condition.kind) {
    case 'goods':
      return condition.scopes.some(({ kind }) => kind === 'all') ? EVERYTHING : condition.scopes;
    case 'all': {
      const asked = condition.of.map(goodsAsked).find((scopes) => scopes !== EVERYTHING);
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
