import type { FollowRule } from '@honest-ledger/contracts';
import { type Names, scopeWords } from '@honest-ledger/wording';
import { writeNumber } from '../../shared/numbers/numbers';

/** What a price does when its cost changes. */
export const WAYS = [
  { code: 'moves', name: 'changes automatically' },
  { code: 'waits', name: 'changes after review' },
  { code: 'stays', name: 'never changes' },
] as const;

/** What a price that follows keeps. */
export const KEEPINGS = [
  { code: 'markup', name: 'the markup it has' },
  { code: 'amount', name: 'the amount over cost it has' },
  { code: 'costTable', name: 'what its cost table makes' },
  { code: 'statedMarkup', name: 'a markup of' },
  { code: 'statedMargin', name: 'a margin of' },
  { code: 'statedAmount', name: 'an amount over cost of' },
] as const;
type KeepingCode = (typeof KEEPINGS)[number]['code'];

export function keepingCode({ keeping }: FollowRule): KeepingCode {
  if (keeping.kind !== 'stated') return keeping.kind;
  switch (keeping.adjustment.kind) {
    case 'margin':
      return 'statedMargin';
    case 'amount':
      return 'statedAmount';
    default:
      return 'statedMarkup';
  }
}

/** The figure of what is stated; null where nothing is. */
export function keepingFigure({ keeping }: FollowRule): string | null {
  if (keeping.kind !== 'stated') return null;
  const { adjustment } = keeping;
  if ('percent' in adjustment) return adjustment.percent;
  return 'amount' in adjustment ? adjustment.amount : null;
}

/** What a rule does to the price of an item, and which rule it is, in one sentence. */
export function followSentence(rule: FollowRule, names: Names): string {
  const way = WAYS.find(({ code }) => code === rule.follows)?.name ?? rule.follows;
  const cap =
    rule.follows === 'moves' && rule.cap !== null
      ? ` by at most ${writeNumber(rule.cap)} %, beyond that after review`
      : '';
  const keeps = rule.follows === 'stays' ? '' : `, and keeps ${keepingWords(rule)}`;
  return `When its cost changes, the price ${way}${cap}${keeps}. Rule for ${scopeWords(rule.scope, names)}.`;
}

function keepingWords(rule: FollowRule): string {
  const code = keepingCode(rule);
  const words = KEEPINGS.find((one) => one.code === code)?.name ?? code;
  const figure = keepingFigure(rule);
  if (figure === null) return words;
  return `${words} ${writeNumber(figure)}${code === 'statedAmount' ? '' : ' %'}`;
}
