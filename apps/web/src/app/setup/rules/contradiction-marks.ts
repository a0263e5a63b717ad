import type { ConditionForm } from '@honest-ledger/contracts';
import { contradictions } from '@honest-ledger/engine';
import { conditionWords, type Names } from '@honest-ledger/wording';
import { writer } from '../../shared/numbers/numbers';

/** The tests that contradict another, by their paths, with what they contradict. */
export function contradictionMarks(
  when: ConditionForm,
  currency: string,
  names: Names,
): readonly (readonly [string, string])[] {
  return contradictions(when).map(({ path, other, mustHold }) => {
    const words = conditionWords(other, currency, names, writer);
    return [path, mustHold ? `Never together with: ${words}` : `It must hold as well: ${words}`];
  });
}
