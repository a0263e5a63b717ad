import type { CostBandForm, CostTableContent } from '@honest-ledger/contracts';
import type { Scope } from '@honest-ledger/engine';

const ID = '7d1c4a90-2f6b-4e1d-9a57-0c8e5b3f6d0';
const under = (category: string): Scope => ({ kind: 'category', category });

type Adjustment = CostBandForm['adjustment'];
const times = (factor: string): Adjustment => ({ kind: 'multiplier', factor });
const markup = (percent: string): Adjustment => ({ kind: 'markup', percent });
const margin = (percent: string): Adjustment => ({ kind: 'margin', percent });
const bands = (...all: readonly (readonly [string, Adjustment])[]): CostBandForm[] =>
  all.map(([from, adjustment]) => ({ from, adjustment }));

const table = (name: string, changes: Partial<CostTableContent>): CostTableContent => ({
  name,
  currency: 'EUR',
  scopes: [],
  outlets: null,
  costs: [],
  points: null,
  fees: null,
  pieceCharges: [],
  rounding: null,
  ...changes,
});

/** Six tables. That of the tools has an inversion at every edge, on purpose. */
export const DEMO_COST_TABLES: readonly {
  readonly id: string;
  readonly content: CostTableContent;
}[] = [
  {
    id: `${ID}1`,
    content: table('Tools, sliding', {
      scopes: [under('tools')],
      costs: [
        {
          cost: 'last',
          bands: bands(
            ['0', times('2.6')],
            ['3.20', times('2.4')],
            ['6.40', times('2.1')],
            ['15.00', markup('85')],
          ),
        },
      ],
      rounding: {
        kind: 'endings',
        currency: 'EUR',
        endings: ['0.49', '0.99'],
        period: 1,
        direction: 'nearest',
        leastPrice: '0.99',
      },
    }),
  },
  {
    id: `${ID}2`,
    content: table('Kiln furniture', {
      scopes: [under('furniture')],
      costs: [
        { cost: 'landed', bands: bands(['0', markup('55')], ['20.00', markup('45')]) },
        { cost: 'last', bands: bands(['0', markup('65')], ['20.00', markup('55')]) },
      ],
      pieceCharges: [
        { scope: under('shelves'), amount: '6.80' },
        { scope: { kind: 'all' }, amount: '4.20' },
      ],
      rounding: {
        kind: 'increment',
        currency: 'EUR',
        increment: '0.10',
        direction: 'nearest',
        leastPrice: null,
      },
    }),
  },
  {
    id: `${ID}3`,
    content: table('Wheels and kilns', {
      scopes: [under('machines')],
      costs: [
        {
          cost: 'landed',
          bands: bands(
            ['0', margin('28')],
            ['2500', margin('26')],
            ['9000', { kind: 'byRequest' }],
          ),
        },
        { cost: 'last', bands: bands(['0', margin('32')]) },
      ],
      rounding: {
        kind: 'increment',
        currency: 'EUR',
        increment: '5',
        direction: 'up',
        leastPrice: null,
      },
    }),
  },
  {
    id: `${ID}4`,
    content: table('Minerals and oxides', {
      scopes: [under('minerals'), under('oxides'), under('frits'), under('stains')],
      costs: [
        {
          cost: 'average',
          bands: bands(['0', markup('90')], ['8.00', markup('75')], ['25.00', markup('60')]),
        },
        { cost: 'last', bands: bands(['0', markup('95')]) },
      ],
      points: {
        days: 90,
        bands: [
          { from: '0', points: '-10' },
          { from: '10', points: '0' },
          { from: '60', points: '5' },
        ],
      },
    }),
  },
  {
    id: `${ID}5`,
    content: table('Clay by form of supply', {
      scopes: [under('clay')],
      costs: [
        { cost: 'last', bands: bands(['0', markup('70')]) },
        { cost: 'full-pallet', bands: bands(['0', markup('38')]) },
        { cost: 'split-pallet', bands: bands(['0', markup('50')]) },
      ],
    }),
  },
  {
    id: `${ID}6`,
    content: table('Web, after fees', {
      costs: [{ cost: 'last', bands: bands(['0', markup('80')]) }],
      fees: { percent: '3.4', fixed: '0.35' },
      rounding: {
        kind: 'increment',
        currency: 'EUR',
        increment: '0.05',
        direction: 'up',
        leastPrice: null,
      },
    }),
  },
];
