import type { LevelContent, LevelEntryForm } from '@honest-ledger/contracts';
import type { Scope } from '@honest-ledger/engine';

const CLAY: Scope = { kind: 'category', category: 'clay' };

/** An entry that adds a percentage to the base price. */
export function entry(id: string, percent: string, scope: Scope = CLAY): LevelEntryForm {
  return {
    id,
    scope,
    basis: { kind: 'basePrice' },
    adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent } },
    rounding: null,
    closes: false,
  };
}

/** A level with nothing in it but what is said. */
export function levelContent(changes: Partial<LevelContent> = {}): LevelContent {
  return {
    name: 'Schools',
    currency: 'EUR',
    window: { from: null, until: null },
    order: 'narrowest',
    entries: [],
    exceptions: [],
    typedPrices: [],
    rounding: null,
    ...changes,
  };
}
