import type { ApprovalState, BrokenFloor, BrokenGuard } from '@honest-ledger/contracts';
import { decimal, print, subtract } from '@honest-ledger/engine';
import { leastWords, untestedWords } from '@honest-ledger/wording';
import { writeNumber, writer } from '../../../shared/numbers/numbers';

/** Which guard is broken, on what, and what that costs. */
export function guardSentence(
  guard: BrokenGuard,
  currency: string,
  counted: (quantity: string, unit: string) => string,
): string {
  const what =
    guard.line === null
      ? 'The document'
      : `${counted(guard.quantity, guard.unit)} of ${guard.item}`;
  const sold = `for ${writeNumber(guard.amount)} ${currency}`;
  if (guard.kind === 'floor') {
    return `${what} ${sold}: ${floorWords(guard, currency)}.`;
  }
  if (guard.without === null || guard.off === null) {
    return `${what} ${sold}: manual price, no computed price.`;
  }
  const less = print(subtract(decimal(guard.without), decimal(guard.amount)));
  return `${what} ${sold}, without manual changes ${writeNumber(guard.without)}: ${writeNumber(less)} ${currency} less, ${writeNumber(guard.off)} %; role ${guard.role} may give at most ${writeNumber(guard.most)} %.`;
}

function floorWords({ least, missing, untested }: BrokenFloor, currency: string): string {
  const asked = least ? ` of ${leastWords(least, writer)}` : '';
  if (missing !== null) return `${writeNumber(missing)} ${currency} below the minimum${asked}`;
  if (untested === null) return 'below the minimum price';
  return `minimum${asked} not checked: ${untestedWords(untested, currency)}`;
}

/** The same for a list: "GL-1180 12 % off, 5 % allowed". */
export function guardInShort(guard: BrokenGuard): string {
  const what = guard.line === null ? 'the document' : guard.item;
  if (guard.kind === 'floor') {
    return guard.untested === null
      ? `${what} below minimum price`
      : `minimum price of ${what} not checked`;
  }
  return guard.off === null
    ? `${what} manual price`
    : `${what} ${writeNumber(guard.off)} % off, ${writeNumber(guard.most)} % allowed`;
}

export const STATE_WORDS: Readonly<Record<ApprovalState, string>> = {
  asked: 'waits',
  approved: 'approved',
  refused: 'refused',
  overtaken: 'changed since',
};
