import type { RuleByHand } from '../../setup/document';
import type { RuleId } from '../../setup/rule';

/** What somebody decided about rules: of a rule, by the ids of lines, null for the document. */
export type HandChoices = ReadonlyMap<RuleId, ReadonlyMap<string | null, RuleByHand['is']>>;

export const NO_HAND_CHOICES: HandChoices = new Map();

export function handChoices(all: readonly RuleByHand[]): HandChoices {
  if (all.length === 0) return NO_HAND_CHOICES;
  const choices = new Map<RuleId, Map<string | null, RuleByHand['is']>>();
  for (const { rule, line, is } of all) {
    const known = choices.get(rule) ?? new Map<string | null, RuleByHand['is']>();
    choices.set(rule, known.set(line, is));
  }
  return choices;
}

/** What was decided about a rule for a line; null for nothing. */
export function handChoice(
  choices: HandChoices,
  rule: RuleId,
  line: string,
): RuleByHand['is'] | null {
  const known = choices.get(rule);
  return known?.get(line) ?? known?.get(null) ?? null;
}

/** Whether a rule was put on the document or on any of its lines. */
export function isPutOn(choices: HandChoices, rule: RuleId): boolean {
  return [...(choices.get(rule)?.values() ?? [])].includes('on');
}
