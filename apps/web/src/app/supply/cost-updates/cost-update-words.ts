import type { Follows, CostUpdateState, CostUpdateVerdict } from '@honest-ledger/contracts';

export const STATE_WORDS: Readonly<Record<CostUpdateState, string>> = {
  mapping: '△ waits for its columns to be named',
  comparing: 'is being compared',
  ready: '△ compared, not taken in yet',
  applying: 'is being taken in',
  applied: 'taken in',
  cancelled: 'cancelled',
  undone: 'taken in and undone',
  failed: '✕ not taken in',
};

export const VERDICT_WORDS: Readonly<Record<CostUpdateVerdict, string>> = {
  new: '+ new',
  changed: '△ changed',
  unchanged: '= unchanged',
  wrong: '✕ wrong',
};

/** What happens to the price; said after “the price”. */
export const FOLLOWS_WORDS: Readonly<Record<Follows, string>> = {
  moves: 'moves by itself',
  waits: 'waits for review',
  stays: 'stays',
  none: 'is not concerned',
};
