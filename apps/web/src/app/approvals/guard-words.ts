import type { ApprovalState, BrokenGuard } from '@honest-ledger/contracts';
import { decimal, print, subtract } from '@honest-ledger/engine';
import { writeNumber } from '../shared/numbers';

/** Which guard is broken, on what, and what that costs. */
export function guardSentence(guard: BrokenGuard, currency: string): string {
  const what =
    guard.line === null
      ? 'The document'
      : `${writeNumber(guard.quantity)} ${guard.unit} of ${guard.item}`;
  const sold = `for ${writeNumber(guard.amount)} ${currency}`;
  if (guard.kind === 'floor') {
    if (guard.missing === null) return `${what} ${sold}: below the floor of its goods.`;
    const least = guard.percent === null ? '' : ` of ${writeNumber(guard.percent)} % margin`;
    return `${what} ${sold}: ${writeNumber(guard.missing)} ${currency} below the floor${least}.`;
  }
  if (guard.without === null || guard.off === null) {
    return `${what} ${sold} by hand: it has no price otherwise.`;
  }
  const less = print(subtract(decimal(guard.without), decimal(guard.amount)));
  return `${what} ${sold} in place of ${writeNumber(guard.without)}: ${writeNumber(less)} ${currency} less by hand, ${writeNumber(guard.off)} %, where ${guard.role} may take off ${writeNumber(guard.most)} %.`;
}

/** The same for a list: "GL-1180 12 % off, 5 % allowed". */
export function guardInShort(guard: BrokenGuard): string {
  const what = guard.line === null ? 'the document' : guard.item;
  if (guard.kind === 'floor') return `${what} below its floor`;
  return guard.off === null
    ? `${what} priced by hand alone`
    : `${what} ${writeNumber(guard.off)} % off, ${writeNumber(guard.most)} % allowed`;
}

export const STATE_WORDS: Readonly<Record<ApprovalState, string>> = {
  asked: 'waits',
  approved: 'approved',
  refused: 'refused',
  overtaken: 'changed since',
};
