import type { LevelContent, LevelEntryForm } from '@honest-ledger/contracts';
import type { Reach } from '@honest-ledger/engine';

const CLAY: Reach = { kind: 'category', category: 'clay' };

/** An entry that adds a percentage to the base price. */
export function entry(id: string, percent: string, reach: Reach = CLAY): LevelEntryForm {
  return {
    id,
    reach,
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
