import { compare, decimal } from '../number/decimal';
import { onlyRaises } from '../pricing/rules/choose-rules';
import type { Day } from '../setup/dates';
import {
  isLimited,
  stageOf,
  type Condition,
  type Rule,
  type RuleChoice,
  type RuleTest,
} from '../setup/rule';
import { scopeKey } from '../setup/scope';
import { serialized, type Serialized } from '../number/serialized';
import { neverHolds, requiredBy } from './contradictions';

/** Why a rule does nothing, wherever it is looked at. */
export type RuleSnag =
  | { readonly kind: 'neverHolds' }
  | { readonly kind: 'ended'; readonly day: Day }
  /** Another rule holds wherever it does, and keeps it away unless somebody takes that one off. */
  | { readonly kind: 'beaten'; readonly rule: string };

/** A rule, with what its condition asks for worked out once. */
interface Asking {
  readonly rule: Rule;
  readonly when: Serialized<Condition>;
  readonly required: readonly Serialized<RuleTest>[];
}

/**
 * The rules of a setup that can be seen never to do anything, by their ids. What it takes a catalogue
 * or a customer to know is not looked at: a rule without a snag may still never do anything.
 * @param day the day from which on it is asked; null for any day
 */
export function ruleSnags(
  rules: readonly Rule[],
  ruleChoice: RuleChoice,
  day: Day | null,
): ReadonlyMap<Rule['id'], RuleSnag> {
  const inOrder = rules.filter(({ paused }) => !paused).toSorted((a, b) => a.place - b.place);
  const snags = new Map<Rule['id'], RuleSnag>();
  // a winner holds for all goods of those that it beats, so it is looked for by one of theirs
  const winners = new Map<string, Asking[]>();
  for (const rule of inOrder) {
    const when = serialized(rule.when);
    const asking = { rule, when, required: requiredBy(when, '').map(({ test }) => test) };
    const goods = goodsOf(asking);
    const before = [ANY_GOODS, ...goods.flat()].flatMap((key) => winners.get(key) ?? []);
    const snag = snagOf(asking, before, ruleChoice, day);
    if (snag) snags.set(rule.id, snag);
    if (!mayWin(rule)) continue;
    for (const key of goods[0] ?? [ANY_GOODS]) {
      const known = winners.get(key);
      if (known) known.push(asking);
      else winners.set(key, [asking]);
    }
  }
  return snags;
}

const ANY_GOODS = '';

/** The goods of each test on some; those on everything are left out. */
function goodsOf({ required }: Asking): readonly (readonly string[])[] {
  return required.flatMap((test) =>
    test.kind === 'goods' && !test.scopes.some(({ kind }) => kind === 'all')
      ? [test.scopes.map(scopeKey)]
      : [],
  );
}

/** Whether a rule can keep others away wherever it holds, without somebody doing anything for it. */
function mayWin({ trigger, effect, combinable, stopProcessing, limits }: Rule): boolean {
  const always = trigger.kind === 'automatic' && !isLimited(limits);
  return always && effect.kind !== 'ownPrices' && (stopProcessing || !combinable);
}

function snagOf(
  asking: Asking,
  before: readonly Asking[],
  ruleChoice: RuleChoice,
  day: Day | null,
): RuleSnag | null {
  const { rule, when } = asking;
  if (neverHolds(when)) return { kind: 'neverHolds' };
  const { until } = rule.validity.days;
  if (day !== null && until !== null && until < day) return { kind: 'ended', day: until };
  const winner = before.find(
    (other) => keepsAway(other.rule, rule, ruleChoice) && holdsWherever(other, asking),
  );
  return winner ? { kind: 'beaten', rule: winner.rule.name } : null;
}

/** Whether a rule before another keeps it from its lines wherever both hold. */
function keepsAway(before: Rule, rule: Rule, ruleChoice: RuleChoice): boolean {
  const stage = stageOf(rule.effect);
  // rules for units go by units, and may leave each other some
  if (stage === 'group' || stageOf(before.effect) !== stage) return false;
  if (before.stopProcessing) return true;
  const compete = !onlyRaises(before.effect) && !onlyRaises(rule.effect);
  return ruleChoice === 'first' && compete && !before.combinable;
}

/** Whether a rule holds wherever another does. */
function holdsWherever({ rule: one, when }: Asking, { rule: other, required }: Asking): boolean {
  const { days, weekdays, times } = one.validity;
  const always = days.from === null && days.until === null && weekdays === null && times === null;
  const isThen = always || JSON.stringify(one.validity) === JSON.stringify(other.validity);
  const outlets = one.outlets;
  const isThere =
    outlets === null || (other.outlets?.every((outlet) => outlets.includes(outlet)) ?? false);
  return isThen && isThere && one.currency === other.currency && follows(when, required);
}

/** Whether a condition holds wherever some tests do: each test that it asks for follows from one. */
function follows(wanted: Serialized<Condition>, given: readonly Serialized<RuleTest>[]): boolean {
  if ('of' in wanted) return wanted.kind === 'all' && wanted.of.every((one) => follows(one, given));
  return given.some((test) => implies(test, wanted));
}

function implies(given: Serialized<RuleTest>, wanted: Serialized<RuleTest>): boolean {
  if (JSON.stringify(given) === JSON.stringify(wanted)) return true;
  if (wanted.kind === 'goods') {
    if (wanted.scopes.some(({ kind }) => kind === 'all')) return true;
    const keys = wanted.scopes.map(scopeKey);
    return given.kind === 'goods' && given.scopes.every((scope) => keys.includes(scopeKey(scope)));
  }
  if (wanted.kind === 'segment') {
    return given.kind === 'segment' && given.segments.every((one) => wanted.segments.includes(one));
  }
  if (wanted.kind !== 'number' || given.kind !== 'number') return false;
  if (JSON.stringify(wanted.fact) !== JSON.stringify(given.fact)) return false;
  const [least, most] = [given.comparison, wanted.comparison];
  if (least.kind !== 'atLeast' || most.kind !== 'atLeast') return false;
  return compare(decimal(least.value), decimal(most.value)) >= 0;
}
