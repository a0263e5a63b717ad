import type { CostTableId, Level } from '@honest-ledger/engine';

/**
 * A level that gives every item what a cost table makes of it, and nothing else.
 * @param table null for the one that takes an item in most narrowly
 */
export function tableLevel(id: string, table: CostTableId | null, currency: string): Level {
  return {
    id,
    name: '',
    currency,
    window: { from: null, until: null },
    order: 'list',
    entries: [
      {
        id,
        scope: { kind: 'all' },
        basis: { kind: 'costTable', table },
        adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent: ZERO } },
        rounding: null,
        closes: false,
      },
    ],
    exceptions: [],
    typedPrices: [],
    rounding: null,
  };
}

const ZERO = { units: 0, scale: 0 };
