import type { CodeState, Serialized } from '@honest-ledger/engine';
import { codeSentence, type Names } from '@honest-ledger/wording';
import { unbroken, writer } from '../numbers/numbers';

/** What became of a code, as it is told below the fields of a document. */
export interface CodeTold {
  readonly code: string;
  readonly applied: boolean;
  readonly sentence: string;
}

export function codesTold(
  codes: readonly Serialized<CodeState>[],
  names: Names,
): readonly CodeTold[] {
  return codes.map((state) => ({
    code: state.code,
    applied: state.is.kind === 'applied',
    sentence: unbroken(codeSentence(state, names, writer)),
  }));
}
