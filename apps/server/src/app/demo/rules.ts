import type {
  ConditionForm,
  RuleEffectForm,
  RuleContent,
  SavedConditionContent,
} from '@honest-ledger/contracts';
import {
  NO_LIMITS,
  type SalesContext,
  type Scope,
  type WordComparison,
} from '@honest-ledger/engine';

/** The level of the studios. */
const STUDIOS = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';
const ID = '5c2f8e10-7d3b-4a96-b1e4-2f9a6c0d8e';

const under = (category: string): Scope => ({ kind: 'category', category });
const goods = (...scopes: Scope[]): ConditionForm => ({ kind: 'goods', scopes });
const quantity = (value: string): ConditionForm => ({
  kind: 'number',
  fact: { kind: 'quantity' },
  comparison: { kind: 'atLeast', value },
});
const spent = (scope: Scope, value: string): ConditionForm => ({
  kind: 'number',
  fact: { kind: 'count', of: 'spend', scopes: [scope] },
  comparison: { kind: 'atLeast', value },
});
const documentSays = (code: string, value: string): ConditionForm => ({
  kind: 'word',
  fact: { kind: 'attribute', of: 'document', code },
  comparison: { kind: 'isOneOf', values: [value] },
});
const said = (kind: 'documentKind' | keyof SalesContext, comparison: WordComparison) =>
  ({ kind: 'word', fact: { kind }, comparison }) as const;
const FOR_A_SCHOOL = {
  kind: 'saved',
  condition: '6e1d3b80-4c2a-4f57-9d08-1a7b5e9c2f01',
} as const;
const all = (...of: ConditionForm[]): ConditionForm => ({ kind: 'all', of });
const percentOff = (percent: string): RuleEffectForm => ({
  kind: 'percent',
  percent: `-${percent}`,
  of: 'running',
  startsFrom: 'running',
});

function rule(
  name: string,
  when: ConditionForm,
  effect: RuleEffectForm,
  changes: Partial<RuleContent> = {},
): RuleContent {
  return {
    name,
    words: '',
    currency: 'EUR',
    place: 10,
    paused: false,
    validity: { days: { from: null, until: null }, weekdays: null, times: null },
    outlets: null,
    trigger: { kind: 'automatic' },
    when,
    effect,
    combinable: true,
    stopProcessing: false,
    limits: NO_LIMITS,
    ...changes,
  };
}

const RULES: readonly RuleContent[] = [
  rule('Spring glaze week', goods(under('glaze')), percentOff('10'), {
    words: 'Spring glaze week',
    place: 20,
    validity: { days: { from: '2027-04-05', until: '2027-04-11' }, weekdays: null, times: null },
  }),
  rule('Tuesday class hour', goods(under('modelling'), under('turning')), percentOff('8'), {
    words: 'Tuesday class hour',
    validity: {
      days: { from: null, until: null },
      weekdays: [2],
      times: { from: '18:00', until: '20:00' },
    },
    outlets: ['quay'],
  }),
  rule('Welcome code', all(goods({ kind: 'all' }), quantity('1')), percentOff('5'), {
    words: 'Welcome',
    trigger: { kind: 'code', code: 'WELCOME' },
    place: 30,
    limits: { inAll: null, perCustomer: 1 },
  }),
  rule(
    'Tools with a good deal of clay',
    all(goods(under('tools')), spent(under('clay'), '200')),
    percentOff('12'),
    { words: 'Tools to go with your clay', combinable: false },
  ),
  rule(
    'Cutting charge',
    all(goods(under('sculpture')), quantity('4')),
    { kind: 'flat', amount: '6.50', every: null },
    { words: 'Cut to size' },
  ),
  rule(
    'Back to school brushes',
    all(goods(under('brushes')), FOR_A_SCHOOL, quantity('10')),
    { kind: 'percent', percent: '-15', of: 'basePrice', startsFrom: 'basePrice' },
    { words: 'Back to school', stopProcessing: true, place: 5 },
  ),
  rule(
    'Cones, every 20',
    goods(under('cones')),
    { kind: 'flat', amount: '-1.50', every: '20' },
    { words: 'For every 20 cones' },
  ),
  rule(
    'Three brushes, the cheapest half',
    goods(under('brushes')),
    {
      kind: 'buyAndGet',
      buy: { quantity: 2, scopes: [under('brushes')] },
      get: { quantity: 1, scopes: [under('brushes')] },
      offer: { kind: 'percent', percent: '-50' },
      dearest: false,
      most: 5,
    },
    { words: 'Every third brush at half price', place: 40 },
  ),
  rule(
    'Modelling starter set',
    goods({ kind: 'all' }),
    {
      kind: 'bundle',
      parts: [
        { quantity: 2, scopes: [under('modelling')], price: null },
        { quantity: 1, scopes: [under('turning')], price: null },
      ],
      total: '29.00',
    },
    { words: 'Starter set', place: 40, trigger: { kind: 'code', code: 'STARTER' } },
  ),
  rule(
    'Stand allowance',
    goods(under('cones')),
    { kind: 'allocate', amount: '-4.00', every: '50' },
    { words: 'For your stand', place: 45, trigger: { kind: 'code', code: 'STAND' } },
  ),
  rule(
    'Two percent over 2,500',
    all(goods({ kind: 'all' }), spent({ kind: 'all' }, '2500')),
    { kind: 'subtotal', off: { kind: 'percent', percent: '-2' } },
    { words: 'For orders over 2,500.00', place: 50 },
  ),
  rule(
    'Clay travels free',
    all(goods(under('clay')), spent(under('clay'), '600')),
    { kind: 'shipping', off: { kind: 'percent', percent: '-100' } },
    { words: 'Free delivery with your clay', place: 50 },
  ),
  rule(
    'Kiln shelf crate',
    all(goods(under('shelves')), quantity('10')),
    { kind: 'charge', amount: '14.00' },
    { words: 'Returnable crate', place: 55, trigger: { kind: 'code', code: 'CRATE' } },
  ),
  rule(
    'Gloss over matt',
    all(
      {
        kind: 'word',
        fact: { kind: 'attribute', of: 'item', code: 'finish' },
        comparison: { kind: 'isOneOf', values: ['gloss'] },
      },
      goods(under('dipping')),
    ),
    percentOff('4'),
    { words: 'Gloss finishes', place: 15, trigger: { kind: 'code', code: 'GLOSS' } },
  ),
  rule('Counter favour', goods({ kind: 'all' }), percentOff('5'), {
    words: 'With our thanks',
    place: 60,
    trigger: { kind: 'manual' },
  }),
  rule(
    'Where there is room',
    all(goods(under('kilns')), {
      kind: 'number',
      fact: { kind: 'margin' },
      comparison: { kind: 'atLeast', value: '22' },
    }),
    percentOff('2'),
    { place: 60, trigger: { kind: 'manual' } },
  ),
  rule(
    'Studio prices for clubs on Fridays',
    all(goods(under('clay')), { kind: 'segment', segments: ['clubs'] }),
    { kind: 'level', level: STUDIOS, raises: false },
    {
      words: 'Club Friday',
      validity: { days: { from: null, until: null }, weekdays: [5], times: null },
    },
  ),
  rule(
    'Wheels to clear',
    goods(under('wheels')),
    {
      kind: 'ownPrices',
      prices: [
        { item: 'WH-0010', price: '549.00', unit: null },
        { item: 'WH-0050', price: '899.00', unit: null },
      ],
      raises: false,
    },
    { words: 'While stocks last' },
  ),
  rule(
    'Kilns for schools, with the power there',
    all(goods(under('kilns')), documentSays('site', 'school'), documentSays('three-phase', 'yes')),
    { kind: 'flat', amount: '-120.00', every: null },
    { words: 'School kiln, power on site' },
  ),
  rule(
    'Our van by the estuary',
    all(
      goods({ kind: 'all' }),
      said('deliveryMethod', { kind: 'isOneOf', values: ['van'] }),
      said('deliveryPostcode', { kind: 'startsWith', values: ['QY1', 'QY2'] }),
    ),
    { kind: 'shipping', off: { kind: 'percent', percent: '-50' } },
    { words: 'Half the delivery, our van comes by', place: 50 },
  ),
  rule(
    'Schools desk opens with clay',
    all(
      goods(under('clay')),
      said('department', { kind: 'isOneOf', values: ['schools'] }),
      said('documentKind', { kind: 'isOneOf', values: ['order', 'sale'] }),
    ),
    percentOff('2'),
    { words: 'Ordered with the schools desk', place: 22 },
  ),
  // two that never do anything, for the snags to find
  rule(
    'Brushes in small lots of many',
    all(goods(under('brushes')), quantity('50'), {
      kind: 'number',
      fact: { kind: 'quantity' },
      comparison: { kind: 'atMost', value: '20' },
    }),
    percentOff('6'),
  ),
  rule(
    'School brushes, once more',
    all(goods(under('brushes')), FOR_A_SCHOOL, quantity('24')),
    percentOff('20'),
    { place: 70 },
  ),
  rule('End of line stains', goods(under('stains')), percentOff('30'), { paused: true }),
  rule(
    'First glazes',
    all(goods(under('glaze')), {
      kind: 'number',
      fact: { kind: 'salesBefore', of: 'category' },
      comparison: { kind: 'exactly', value: '0' },
    }),
    percentOff('6'),
    { words: 'Your first glazes', place: 25, trigger: { kind: 'code', code: 'FIRSTGLAZE' } },
  ),
];

/** A condition that two of the rules use. */
export const DEMO_CONDITIONS: readonly {
  readonly id: string;
  readonly content: SavedConditionContent;
}[] = [
  {
    id: FOR_A_SCHOOL.condition,
    content: { name: 'For a school', when: { kind: 'segment', segments: ['schools'] } },
  },
];

/** Rules of every kind of effect, one of them paused. */
export const DEMO_RULES: readonly { readonly id: string; readonly content: RuleContent }[] =
  RULES.map((content, place) => ({ id: `${ID}${String(place + 10)}`, content }));
