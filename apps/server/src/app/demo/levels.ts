import type { LevelContent, LevelEntryForm } from '@honest-ledger/contracts';
import { ALWAYS, type Scope } from '@honest-ledger/engine';

export interface DemoLevel {
  readonly id: string;
  readonly content: LevelContent;
  /** The segment whose customers have it, if any. */
  readonly segment?: string;
}

const ID = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b0';

const entry = (
  id: string,
  percent: string,
  scope: Scope,
  changes: Partial<LevelEntryForm> = {},
): LevelEntryForm => ({
  id,
  scope,
  basis: { kind: 'basePrice' },
  adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent } },
  rounding: null,
  closes: false,
  ...changes,
});
const under = (category: string): Scope => ({ kind: 'category', category });
const ALL: Scope = { kind: 'all' };

const level = (name: string, changes: Partial<LevelContent>): LevelContent => ({
  name,
  currency: 'EUR',
  window: ALWAYS,
  order: 'narrowest',
  entries: [],
  exceptions: [],
  typedPrices: [],
  rounding: null,
  ...changes,
});
const toNearest = (increment: string, currency = 'EUR'): LevelContent['rounding'] => ({
  kind: 'increment',
  currency,
  increment,
  direction: 'nearest',
  leastPrice: null,
});

/** Seven levels. The schools have none yet: making it is what the README's first walk does. */
export const DEMO_LEVELS: readonly DemoLevel[] = [
  {
    id: `${ID}1`,
    segment: 'studios',
    content: level('Studios', {
      entries: [
        entry('porcelain', '-6', under('porcelain')),
        entry('clay', '-10', under('clay')),
        entry('glaze', '-8', under('glaze')),
        entry('all', '-4', ALL),
      ],
      rounding: toNearest('0.05'),
    }),
  },
  {
    id: `${ID}2`,
    segment: 'shops',
    content: level('Trade', {
      entries: [
        entry('machines', '-12.5', under('machines')),
        entry('services', '0', { kind: 'itemKind', itemKind: 'service' }),
        entry('fees', '0', { kind: 'itemKind', itemKind: 'fee' }, { closes: true }),
        entry('shelf', '-30', { kind: 'item', item: 'KF-0010' }),
        entry('kilns', '-18', { kind: 'categoryBrand', category: 'kilns', brand: 'emberline' }),
        entry('all', '-25', ALL),
      ],
      exceptions: ['KN-0010'],
      typedPrices: [
        typed('hake', 'BR-0005', '4.90'),
        typed('white', 'CL-0201', '840.00', { unit: 'pallet', minQuantity: '60' }),
      ],
      rounding: toNearest('0.01'),
    }),
  },
  {
    id: `${ID}3`,
    segment: 'clubs',
    content: level('Clubs', {
      entries: [
        entry('glaze', '-5', under('glaze')),
        entry('tools', '0', under('tools'), {
          adjusting: {
            kind: 'byPrice',
            bands: [
              { from: '0', adjustment: { kind: 'percent', percent: '0' } },
              { from: '5', adjustment: { kind: 'percent', percent: '-10' } },
              { from: '20', adjustment: { kind: 'amount', amount: '-2.50', unit: null } },
            ],
          },
        }),
      ],
      rounding: {
        kind: 'increment',
        currency: 'EUR',
        increment: '0.10',
        direction: 'up',
        leastPrice: '1.00',
      },
    }),
  },
  {
    id: `${ID}4`,
    content: level('Web shop', {
      entries: [
        entry('listed', '-4', ALL, { basis: { kind: 'listPrice' } }),
        entry('services', '0', { kind: 'itemKind', itemKind: 'service' }),
        entry('fees', '0', { kind: 'itemKind', itemKind: 'fee' }),
        entry('rest', '3', ALL),
      ],
      rounding: {
        kind: 'endings',
        currency: 'EUR',
        endings: ['0.49', '0.99'],
        period: 1,
        direction: 'nearest',
        leastPrice: null,
      },
    }),
  },
  {
    id: `${ID}5`,
    content: level('Trade, US dollars', {
      currency: 'USD',
      entries: [entry('trade', '4', ALL, { basis: { kind: 'level', level: `${ID}2` } })],
      rounding: toNearest('0.05', 'USD'),
    }),
  },
  {
    id: `${ID}6`,
    content: level('Glaze weeks', {
      window: { from: '2026-11-01', until: '2027-01-31' },
      entries: [entry('glaze', '-15', under('glaze'))],
      rounding: toNearest('0.05'),
    }),
  },
  {
    id: `${ID}7`,
    content: level('Fair stand', {
      order: 'list',
      entries: [
        entry('tools', '0', under('tools'), {
          adjusting: {
            kind: 'plain',
            adjustment: {
              kind: 'percentAndAmount',
              percent: '-10',
              amount: '-0.10',
              unit: null,
            },
          },
        }),
        entry('all', '-3', ALL),
      ],
      rounding: {
        kind: 'endings',
        currency: 'EUR',
        endings: ['0.00', '0.50'],
        period: 1,
        direction: 'down',
        leastPrice: '0.50',
      },
    }),
  },
];

function typed(
  id: string,
  item: string,
  price: string,
  changes: Partial<LevelContent['typedPrices'][number]> = {},
): LevelContent['typedPrices'][number] {
  return {
    id,
    item,
    price,
    unit: null,
    window: ALWAYS,
    minQuantity: '0',
    closes: false,
    ...changes,
  };
}

/** Four outlets in two time zones. The fair stand allows its own level and no other but Trade. */
export const DEMO_OUTLETS = [
  { code: 'quay', name: 'Quay counter', timeZone: 'Europe/Lisbon', currency: 'EUR' },
  { code: 'mill', name: 'Mill Street counter', timeZone: 'Europe/Helsinki', currency: 'EUR' },
  { code: 'web', name: 'Web shop', timeZone: 'Europe/Lisbon', currency: 'EUR', level: `${ID}4` },
  {
    code: 'fair',
    name: 'Fair stand',
    timeZone: 'Europe/Lisbon',
    currency: 'EUR',
    level: `${ID}7`,
    allowed: [`${ID}7`, `${ID}2`],
  },
] as const;

/** The level that some customers have for glazes alone. */
export const GLAZE_WEEKS = `${ID}6`;
