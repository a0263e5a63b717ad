import type { ConditionForm, LineEffectForm, RuleContent } from '@honest-ledger/contracts';
import type { Reach } from '@honest-ledger/engine';

const ID = '5c2f8e10-7d3b-4a96-b1e4-2f9a6c0d8e';

const under = (category: string): Reach => ({ kind: 'category', category });
const goods = (...reaches: Reach[]): ConditionForm => ({ kind: 'goods', reaches });
const quantity = (value: string): ConditionForm => ({
  kind: 'number',
  fact: { kind: 'quantity' },
  comparison: { kind: 'atLeast', value },
});
const spent = (reach: Reach, value: string): ConditionForm => ({
  kind: 'number',
  fact: { kind: 'count', of: 'spend', reaches: [reach] },
  comparison: { kind: 'atLeast', value },
});
const all = (...of: ConditionForm[]): ConditionForm => ({ kind: 'all', of });
const percentOff = (percent: string): LineEffectForm => ({
  kind: 'percent',
  percent: `-${percent}`,
  of: 'running',
  startsFrom: 'running',
});

function rule(
  name: string,
  when: ConditionForm,
  effect: LineEffectForm,
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
    starts: { kind: 'byItself' },
    when,
    effect,
    together: true,
    stops: false,
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
    starts: { kind: 'code', code: 'WELCOME' },
    place: 30,
  }),
  rule(
    'Tools with a good deal of clay',
    all(goods(under('tools')), spent(under('clay'), '200')),
    percentOff('12'),
    { words: 'Tools to go with your clay', together: false },
  ),
  rule(
    'Cutting charge',
    all(goods(under('sculpture')), quantity('4')),
    { kind: 'flat', amount: '6.50', every: null },
    { words: 'Cut to size' },
  ),
  rule(
    'Back to school brushes',
    all(goods(under('brushes')), { kind: 'segment', segments: ['schools'] }, quantity('10')),
    { kind: 'percent', percent: '-15', of: 'basePrice', startsFrom: 'basePrice' },
    { words: 'Back to school', stops: true, place: 5 },
  ),
  rule(
    'Cones, every 20',
    goods(under('cones')),
    { kind: 'flat', amount: '-1.50', every: '20' },
    { words: 'For every 20 cones' },
  ),
  rule('End of line stains', goods(under('stains')), percentOff('30'), { paused: true }),
];

/** Rules of every kind of line effect, one of them paused. */
export const DEMO_RULES: readonly { readonly id: string; readonly content: RuleContent }[] =
  RULES.map((content, place) => ({ id: `${ID}${String(place + 10)}`, content }));
