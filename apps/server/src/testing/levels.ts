import type { LevelContent } from '@honest-ledger/contracts';

/** 12 % off clay, to the nearest 0.05: the level of the first worked example. */
export function schoolsContent(changes: Partial<LevelContent> = {}): LevelContent {
  return {
    name: 'Schools',
    entries: [
      {
        id: 'clay',
        reach: { kind: 'category', category: 'clay' },
        adjustment: { kind: 'percent', percent: '-12' },
      },
    ],
    rounding: { currency: 'EUR', increment: '0.05', direction: 'nearest', leastPrice: null },
    ...changes,
  };
}
