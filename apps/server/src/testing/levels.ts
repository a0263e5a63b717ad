import type { LevelContent, LevelEntryForm } from '@honest-ledger/contracts';
import { ALWAYS, type Scope } from '@honest-ledger/engine';

/** An entry that adds a percentage to the base price. */
export function percentEntry(id: string, percent: string, scope: Scope): LevelEntryForm {
  return {
    id,
    scope,
    basis: { kind: 'basePrice' },
    adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent } },
    rounding: null,
    closes: false,
  };
}

/** 12 % off clay, to the nearest 0.05: the level of the first worked example. */
export function schoolsContent(changes: Partial<LevelContent> = {}): LevelContent {
  return {
    name: 'Schools',
    currency: 'EUR',
    window: ALWAYS,
    order: 'narrowest',
    entries: [percentEntry('clay', '-12', { kind: 'category', category: 'clay' })],
    exceptions: [],
    typedPrices: [],
    rounding: {
      kind: 'increment',
      currency: 'EUR',
      increment: '0.05',
      direction: 'nearest',
      leastPrice: null,
    },
    ...changes,
  };
}
