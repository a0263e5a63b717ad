import type { CodeState, Serialized } from '@honest-ledger/engine';
import { reasonSentence } from './reason-sentences';
import { plainWriter, type Names, type Writer } from './setup-sentences';

/** What became of a code that somebody typed: "KILN applies Glaze days, on 2 lines". */
export function codeSentence(
  { code, rule, is }: Serialized<CodeState>,
  names: Names,
  write: Writer = plainWriter,
): string {
  if (!rule || is.kind === 'noRule') return `No rule has code ${code}.`;
  const name = rule.name;
  switch (is.kind) {
    case 'paused':
      return `${code} is the code of ${name}, which is paused.`;
    case 'otherGoods':
      return `${code} is the code of ${name}, which covers none of these items.`;
    case 'applied':
      if (is.lines === 0) return `${code} applies ${name}.`;
      return `${code} applies ${name}, on ${is.lines === 1 ? '1 line' : `${String(is.lines)} lines`}.`;
    case 'notApplied': {
      const reasons = is.reasons.map((reason) => reasonSentence(reason, names, write));
      return `${code} is the code of ${name}, not applied: ${reasons.join('; ')}.`;
    }
  }
}
