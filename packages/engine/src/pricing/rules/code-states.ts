import type { LineInProgress, PricingContext } from '../line/line-in-progress';
import type { DocumentRules } from './document-rules';
import type { CodeState } from '../../result/priced';
import { fewestReasons } from '../../result/rules-on';

/** What became of each code that was typed; asked for with the workings only. */
export function codeStates(
  codes: readonly string[],
  inProgress: readonly LineInProgress[],
  whole: DocumentRules,
  { setup, workings }: PricingContext,
): readonly CodeState[] {
  if (!workings) return [];
  return codes.map((code): CodeState => {
    const rule = setup.ruleByCode.get(code.toLowerCase());
    if (!rule) return { code, rule: null, is: { kind: 'noRule' } };
    const { id, name, words, currency } = rule;
    const named = { code, rule: { id, name, words, currency } };
    if (rule.paused) return { ...named, is: { kind: 'paused' } };
    const lines = inProgress.filter((line) => isUnder(line, id)).length;
    if (lines > 0 || whole.rules.some((one) => one.rule.id === id)) {
      return { ...named, is: { kind: 'applied', lines } };
    }
    const told = [...inProgress.flatMap((line) => line.notApplied), ...whole.notApplied];
    const reasons = fewestReasons(id, told);
    return { ...named, is: reasons ? { kind: 'notApplied', reasons } : { kind: 'otherGoods' } };
  });
}

function isUnder({ rulesOnUnits, flatsTaken, shares }: LineInProgress, id: string): boolean {
  return (
    rulesOnUnits.some(({ rule }) => rule.id === id) ||
    flatsTaken.some(({ rule }) => rule.id === id) ||
    shares.some(({ rule }) => rule.id === id)
  );
}
