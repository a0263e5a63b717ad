import type { Follows, CostUpdateState, CostUpdateVerdict } from '@honest-ledger/contracts';

export const STATE_WORDS: Readonly<Record<CostUpdateState, string>> = {
  mapping: '△ column mapping needed',
  comparing: 'comparing rows',
  ready: '△ to review',
  applying: 'importing',
  applied: 'imported',
  cancelled: 'cancelled',
  undone: 'imported, then undone',
  failed: '✕ not imported',
};

export const VERDICT_WORDS: Readonly<Record<CostUpdateVerdict, string>> = {
  new: '+ new',
  changed: '△ changed',
  unchanged: '= unchanged',
  wrong: '✕ error',
};

/** What happens to the price; said after “the price”. */
export const FOLLOWS_WORDS: Readonly<Record<Follows, string>> = {
  moves: 'changes automatically',
  waits: 'after review',
  stays: 'unchanged',
  none: 'not affected',
};
