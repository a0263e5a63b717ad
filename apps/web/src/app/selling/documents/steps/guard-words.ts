import type { ApprovalState, BrokenFloor, BrokenGuard } from '@honest-ledger/contracts';
import { decimal, print, subtract } from '@honest-ledger/engine';
import { leastWords, untestedWords } from '@honest-ledger/wording';
import { writeNumber, writer } from '../../../shared/numbers/numbers';

/** Which guard is broken, on what, and what that costs. */
export function guardSentence(guard: BrokenGuard, currency: string): string {
  const what =
    guard.line === null
      ? 'The document'
      : `${writeNumber(guard.quantity)} ${guard.unit} of ${guard.item}`;
  const sold = `for ${writeNumber(guard.amount)} ${currency}`;
  if (guard.kind === 'floor') {
    return `${what} ${sold}: ${floorWords(guard, currency)}.`;
  }
  if (guard.without === null || guard.off === null) {
    return `${what} ${sold} by hand: it has no price otherwise.`;
  }
  const less = print(subtract(decimal(guard.without), decimal(guard.amount)));
  return `${what} ${sold} in place of ${writeNumber(guard.without)}: ${writeNumber(less)} ${currency} less by hand, ${writeNumber(guard.off)} %, where ${guard.role} may take off ${writeNumber(guard.most)} %.`;
}

function floorWords({ least, missing, untested }: BrokenFloor, currency: string): string {
  const asked = least ? ` of ${leastWords(least, writer)}` : '';
  if (missing !== null) return `${writeNumber(missing)} ${currency} below the floor${asked}`;
  if (untested === null) return 'below the floor of its goods';
  return `the floor${asked} was not tested, because ${untestedWords(untested, currency)}`;
}

/** The same for a list: "GL-1180 12 % off, 5 % allowed". */
export function guardInShort(guard: BrokenGuard): string {
  const what = guard.line === null ? 'the document' : guard.item;
  if (guard.kind === 'floor') {
    return guard.untested === null ? `${what} below its floor` : `floor of ${what} not tested`;
  }
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
