import type { LevelContent } from '@honest-ledger/contracts';
import type { Reach } from '@honest-ledger/engine';

export interface DemoLevel {
  readonly id: string;
  readonly content: LevelContent;
  /** The segment whose customers have it. */
  readonly segment: string;
}

const entry = (id: string, percent: string, reach: Reach): LevelContent['entries'][number] => ({
  id,
  reach,
  adjustment: { kind: 'percent', percent },
});
const under = (category: string): Reach => ({ kind: 'category', category });

/** Three levels. The schools have none yet: making it is what the README's first walk does. */
export const DEMO_LEVELS: readonly DemoLevel[] = [
  {
    id: '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01',
    segment: 'Studios',
    content: {
      name: 'Studios',
      entries: [
        entry('porcelain', '-6', under('porcelain')),
        entry('clay', '-10', under('clay')),
        entry('glaze', '-8', under('glaze')),
        entry('all', '-4', { kind: 'all' }),
      ],
      rounding: { currency: 'EUR', increment: '0.05', direction: 'nearest', leastPrice: null },
    },
  },
  {
    id: '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b02',
    segment: 'Shops',
    content: {
      name: 'Trade',
      entries: [
        entry('machines', '-12.5', under('machines')),
        entry('services', '0', under('services')),
        entry('shelf', '-30', { kind: 'item', item: 'KF-0010' }),
        entry('all', '-25', { kind: 'all' }),
      ],
      rounding: { currency: 'EUR', increment: '0.01', direction: 'nearest', leastPrice: null },
    },
  },
  {
    id: '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b03',
    segment: 'Clubs',
    content: {
      name: 'Clubs',
      entries: [entry('glaze', '-5', under('glaze')), entry('tools', '-10', under('tools'))],
      rounding: { currency: 'EUR', increment: '0.10', direction: 'up', leastPrice: '1.00' },
    },
  },
];
