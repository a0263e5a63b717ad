import type { Condition, Rule, SavedCondition } from '../setup/rule';
import type { Serialized } from '../number/serialized';

/**
 * Rules with the conditions that are saved under a name in place of their names, so that they are
 * found, tested and told as if they were written in each rule. One that is not there never holds.
 */
export function withSavedConditions(
  rules: readonly Rule[],
  saved: readonly SavedCondition[],
): readonly Rule[] {
  const known = new Map(saved.map(({ id, when }) => [id, when]));
  return rules.map((rule) => withSaved(rule, known));
}

/** One rule with what is saved in place of the names. */
export function withSaved(rule: Rule, known: ReadonlyMap<SavedCondition['id'], Condition>): Rule {
  const when = inPlace(rule.when, known);
  return when === rule.when ? rule : { ...rule, when };
}

const NEVER: Condition = { kind: 'any', of: [] };

function inPlace(
  condition: Condition,
  known: ReadonlyMap<SavedCondition['id'], Condition>,
): Condition {
  if (condition.kind === 'saved') return known.get(condition.condition) ?? NEVER;
  if (!('of' in condition)) return condition;
  const of = condition.of.map((one) => inPlace(one, known));
  const isSame = of.every((one, at) => one === condition.of[at]);
  return isSame ? condition : { kind: condition.kind, of };
}

/** The ids of the saved conditions that a condition names. */
export function savedIn(
  condition: Condition | Serialized<Condition>,
): readonly SavedCondition['id'][] {
  if (condition.kind === 'saved') return [condition.condition];
  return 'of' in condition ? condition.of.flatMap((one) => savedIn(one)) : [];
}
