import { decimal, price, print, serialized } from '@honest-ledger/engine';
import {
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  flat,
  lineOf,
  ruleOf,
  setupOf,
} from '@honest-ledger/engine/testing/saltmarsh';
import { named } from '@honest-ledger/engine/testing/under-rules';
import { promiseOf } from './promise';

const QUOTE = { kind: 'quote', number: 1001 } as const;

describe('what a priced line promises', () => {
  const facts = factsOf({ customer: null });
  const promised = (
    setup: Parameters<typeof setupOf>[0],
    changes: Parameters<typeof lineOf>[1] = {},
  ) => {
    const document = documentOf('3', { facts, lines: [lineOf('3', changes)] });
    const [line] = serialized(price(setupOf(setup), document)).lines;
    if (line?.kind !== 'priced') throw new Error('it has a price');
    return promiseOf(line, 'EUR', QUOTE);
  };
  const basePrices = [basePrice('18.40')];

  it('is its slices, and all else in one amount, with each of its rules once', () => {
    const off = { kind: 'amount', amount: decimal('-5.00') } as const;
    const kept = promised({
      basePrices,
      rules: [
        named('flat', ruleOf(flat('-1.00'))),
        named('whole', ruleOf({ kind: 'subtotal', off }, undefined, { words: 'Five off' })),
      ],
    });
    expect(kept.slices.map((one) => `${print(one.quantity)} x ${print(one.unitPrice)}`)).toEqual([
      '3 x 18.40',
    ]);
    expect(print(kept.rest)).toBe('-6.00');
    expect(kept.rules).toEqual([
      { id: 'flat', name: 'flat', words: '', currency: 'EUR' },
      { id: 'whole', name: 'whole', words: 'Five off', currency: 'EUR' },
    ]);
    expect([kept.from, kept.unit, kept.duration, kept.setUp]).toEqual([QUOTE, 'bag', null, null]);
  });

  it('is what was promised first, by whoever promised it', () => {
    const first = promised({ basePrices });
    const again = promised(
      { basePrices },
      { kept: { ...first, from: { kind: 'quote', number: 7 } } },
    );
    expect(again.from).toEqual({ kind: 'quote', number: 7 });
  });

  it('has the set-up charge that was asked, and none that was paid', () => {
    const setUp = { amount: decimal('24'), words: 'Made ready' };
    const breaks = [breakOf({ '1': '-5' }, { setUp })];
    const asked = promised({ basePrices, breaks }).setUp;
    expect(asked && [asked.words, print(asked.amount)]).toEqual(['Made ready', '24.00']);
    const paid = factsOf({ customer: null, setUpPaid: ['CL-0207'] });
    const [line] = serialized(
      price(setupOf({ basePrices, breaks }), documentOf('3', { facts: paid })),
    ).lines;
    expect(line?.kind === 'priced' && promiseOf(line, 'EUR', QUOTE).setUp).toBeNull();
  });
});
