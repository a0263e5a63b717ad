import { compileSetup } from '../../compile/compile-setup';
import { decimal, print } from '../../number/decimal';
import type { KeptPrice } from '../../setup/document';
import {
  basePrice,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentOff,
  ruleOf,
  setupOf,
} from '../../testing/saltmarsh';
import { pricedLine, slices, toldOf } from '../../testing/priced';
import { named, NOBODY } from '../../testing/under-rules';
import { serialized } from '../../number/serialized';
import { promiseOf } from '@honest-ledger/wording';
import { price, priceDocument } from '../price-document';
import { rulesOn } from '../../result/rules-on';

const QUOTE = { kind: 'quote', number: 1001 } as const;
const promised = (changes: Partial<KeptPrice> = {}): KeptPrice => ({
  from: QUOTE,
  currency: 'EUR',
  quantity: decimal('3'),
  unit: 'bag',
  duration: null,
  slices: [
    { quantity: decimal('3'), unit: 'bag', unitPrice: decimal('15.00'), amount: decimal('45.00') },
  ],
  rest: decimal('-2.00'),
  rules: [{ id: 'spring', name: 'Spring', words: 'Spring week', currency: 'EUR' }],
  words: ['Spring week'],
  setUp: null,
  ...changes,
});
const SETUP = setupOf({ basePrices: [basePrice('18.40')], rules: [] });
const of = (quantity: string, kept: KeptPrice | null, setup = SETUP) =>
  pricedLine(setup, documentOf(quantity, { facts: NOBODY, lines: [lineOf(quantity, { kept })] }));

describe('a promised price', () => {
  it('counts as one block, flat amounts and shares and all', () => {
    const line = of('3', promised());
    expect(slices(line)).toBe('3 x 15.00 = 45.00');
    expect([print(line.amount), print(line.net)]).toEqual(['43.00', '43.00']);
    expect(line.slices[0]?.steps.map(({ source }) => source.kind)).toEqual(['kept']);
    expect(rulesOn(line).map(({ id }) => id)).toEqual(['spring']);
  });

  it('tells beside it what the line would cost today', () => {
    const { computed } = of('3', promised());
    expect(computed?.kind === 'priced' && print(computed.amount)).toBe('55.20');
  });

  for (const [what, kept, quantity] of [
    ['another quantity', promised(), '4'],
    ['another unit', promised({ unit: 'pallet' }), '3'],
    ['another currency', promised({ currency: 'USD' }), '3'],
    ['another duration', promised({ duration: decimal('2') }), '3'],
  ] as const) {
    it(`ends with ${what}, and the workings say so`, () => {
      const line = of(quantity, kept);
      expect(line.kept).toBeNull();
      expect(print(line.amount)).toBe(quantity === '4' ? '73.60' : '55.20');
      const { quantity: many, unit, duration, currency } = kept;
      expect(line.notApplied[0]?.reasons).toEqual([
        { kind: 'promisedOtherwise', promised: { quantity: many, unit, duration, currency } },
      ]);
      expect(toldOf(line).some((told) => told.startsWith('Price held from Quote 1001'))).toBe(true);
    });
  }

  it('counts for the same duration, however it is written, and for no other', () => {
    const facts = factsOf({ customer: null, items: [itemOf({ timeUnit: 'day' })] });
    const hired = (asked: string, duration: string): boolean => {
      const kept = promised({ duration: decimal(duration) });
      const lines = [lineOf('3', { kept, duration: decimal(asked) })];
      return pricedLine(SETUP, documentOf('3', { facts, lines })).kept !== null;
    };
    expect(hired('2', '2.0')).toBeTrue();
    expect(hired('2', '3')).toBeFalse();
  });

  it('is without its steps where no workings are asked for', () => {
    const document = documentOf('3', { facts: NOBODY, lines: [lineOf('3', { kept: promised() })] });
    const [line] = priceDocument(compileSetup(SETUP), document, { workings: false }).lines;
    expect(line?.kind === 'priced' && line.slices.map(({ steps }) => steps)).toEqual([[]]);
  });

  it('has beside it what it would cost under rules that look at the whole document as it would be', () => {
    // at today's prices the goods come to 55.20, as promised to 43.00
    const when = {
      kind: 'number',
      fact: { kind: 'count', of: 'spend', scopes: [{ kind: 'all' }] },
      comparison: { kind: 'atLeast', value: decimal('50.00') },
    } as const;
    const setup = { ...SETUP, rules: [named('large', ruleOf(percentOff('10'), when))] };
    const { computed } = of('3', promised(), setup);
    expect(computed?.kind === 'priced' && print(computed.amount)).toBe('49.68');
  });

  it('is closed to breaks, line rules and what rules take off the document', () => {
    const everything = { kind: 'all', of: [] } as const;
    const off = { kind: 'percent', percent: decimal('-10') } as const;
    const setup = setupOf({
      basePrices: [basePrice('10.00')],
      rules: [
        named('line', ruleOf(percentOff('50'))),
        named('whole', ruleOf({ kind: 'subtotal', off }, everything)),
      ],
    });
    const facts = factsOf({ customer: null, items: [itemOf()] });
    const lines = [lineOf('3', { id: 'kept', kept: promised() }), lineOf('2', { id: 'open' })];
    const whole = price(setup, documentOf('1', { facts, lines }));
    const nets = whole.lines.map((line) => (line.kind === 'priced' ? print(line.net) : ''));
    // 2 at 5.00 less 10 % of these alone
    expect(nets).toEqual(['43.00', '9.00']);
    expect(print(whole.total)).toBe('52.00');
  });

  it('goes before a price by hand', () => {
    const byHand = { price: decimal('1.00'), reason: 'a friend' };
    const lines = [lineOf('3', { kept: promised(), priceByHand: byHand })];
    expect(print(pricedLine(SETUP, documentOf('3', { facts: NOBODY, lines })).net)).toBe('43.00');
  });

  it('is made of all that a line is sold for, and promises the same again', () => {
    const off = { kind: 'amount', amount: decimal('-5.00') } as const;
    const setup = setupOf({
      basePrices: [basePrice('18.40')],
      rules: [
        named('flat', ruleOf({ kind: 'flat', amount: decimal('-1.00'), every: null })),
        named('whole', ruleOf({ kind: 'subtotal', off }, undefined, { words: 'Five off' })),
      ],
    });
    const first = of('3', null, setup);
    const kept = promiseOf(serialized(first), 'EUR', QUOTE);
    expect([print(first.net), print(kept.rest)]).toEqual(['49.20', '-6.00']);
    expect(kept.rules.map(({ id }) => id)).toEqual(['flat', 'whole']);
    const again = of('3', kept);
    expect(print(again.net)).toBe('49.20');
    const order = { kind: 'order', number: 1002 } as const;
    expect(promiseOf(serialized(again), 'EUR', order)).toEqual(kept);
  });
});
