import type { BreakContent, TierAdjustmentForm } from '@honest-ledger/contracts';
import { ALWAYS, type Scope } from '@honest-ledger/engine';

const ID = '3b9e5d70-6a1c-4f28-8c43-9e0d7f5a2b';
const under = (category: string): Scope => ({ kind: 'category', category });

type Tiers = BreakContent['tiers'];

/** Percents off from each threshold on. */
const percents = (tiers: Readonly<Record<string, string>>): Tiers =>
  Object.entries(tiers)
    .sort(([a], [b]) => Number(a) - Number(b))
    .map(([from, off]) => ({ from, adjustment: { kind: 'percent', percent: `-${off}` } }));

const amountOff = (amount: string): TierAdjustmentForm => ({
  kind: 'amount',
  amount: `-${amount}`,
  unit: null,
});

function quantityBreak(
  name: string,
  category: string,
  tiers: Tiers,
  changes: Partial<BreakContent> = {},
): BreakContent {
  return {
    name,
    words: '',
    currency: 'EUR',
    scopes: [under(category)],
    levels: null,
    parties: null,
    outlets: null,
    window: ALWAYS,
    count: 'line',
    measure: { kind: 'quantity', unit: null },
    mode: 'allUnits',
    basis: { kind: 'afterLevel' },
    always: false,
    tiers,
    rounding: null,
    setUp: null,
    ...changes,
  };
}

const BREAKS: readonly BreakContent[] = [
  // 24 bags cost more than 25, and 55 to 59 more than 60: on purpose
  quantityBreak('Clay by the bag', 'clay', percents({ '10': '5', '25': '12', '60': '20' }), {
    words: 'Clay by the bag',
  }),
  quantityBreak(
    'Brush-on glazes, mix and match',
    'brush-on',
    percents({ '6': '3', '12': '6', '24': '9' }),
    { count: 'goods', words: 'Any colours together' },
  ),
  quantityBreak('Oxides by the kilogram', 'oxides', percents({ '5': '4', '25': '9' }), {
    mode: 'incremental',
  }),
  quantityBreak('Dipping glazes', 'dipping', percents({ '10': '5', '25': '8' }), { count: 'item' }),
  quantityBreak('Cones by the box', 'cones', [
    { from: '10', adjustment: amountOff('0.10') },
    { from: '50', adjustment: amountOff('0.25') },
  ]),
  quantityBreak('Stains mixed to your colour', 'stains', percents({ '5': '3', '20': '7' }), {
    words: 'Mixed to your colour',
    setUp: { amount: '24.00', words: 'Matching your colour' },
  }),
  quantityBreak('Kiln shelves', 'shelves', percents({ '4': '3', '8': '5' }), {
    rounding: {
      kind: 'increment',
      currency: 'EUR',
      increment: '0.10',
      direction: 'nearest',
      leastPrice: null,
    },
  }),
  quantityBreak('Membership by term', 'membership', percents({ '6': '5', '12': '15' }), {
    measure: { kind: 'term' },
    words: 'The longer, the less a month',
  }),
  quantityBreak(
    'Wheels for schools and colleges',
    'wheels',
    [
      { from: '3', adjustment: { kind: 'percent', percent: '-4' } },
      { from: '7', adjustment: { kind: 'byRequest' } },
    ],
    { parties: { customers: [], segments: ['schools', 'colleges'] } },
  ),
  quantityBreak('Minerals by what is spent', 'minerals', percents({ '150': '3', '400': '6' }), {
    measure: { kind: 'amount' },
    count: 'goods',
  }),
  quantityBreak('Turning tools, off the base price', 'turning', percents({ '5': '10' }), {
    basis: { kind: 'basePrice' },
  }),
  quantityBreak('Spring clay weeks', 'clay', percents({ '20': '14' }), {
    window: { from: '2027-03-01', until: '2027-03-31' },
    words: 'Spring clay weeks',
  }),
  quantityBreak('Stoneware by the pallet', 'stoneware', percents({ '3': '24', '6': '27' }), {
    measure: { kind: 'quantity', unit: 'pallet' },
    count: 'goods',
  }),
];

/** Twelve schedules of every kind. */
export const DEMO_BREAKS: readonly { readonly id: string; readonly content: BreakContent }[] =
  BREAKS.map((content, place) => ({ id: `${ID}${String(place + 10)}`, content }));
