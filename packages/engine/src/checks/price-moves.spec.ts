import { decimal, print, type Decimal } from '../number/decimal';
import type { PricedDocument, PricedLine } from '../result/priced';
import { priceMoves } from './price-moves';

/** A document with one line an item at these unit prices; null is a line without a price. */
function pricedAt(prices: Readonly<Record<string, string | null>>): PricedDocument {
  const one = decimal('1');
  const line = (item: string, text: string | null): PricedLine => {
    if (text === null) {
      return { kind: 'unpriced', id: item, item, quantity: one, problem: { kind: 'noStartPrice' } };
    }
    const amount: Decimal = decimal(text);
    const slices = [{ quantity: one, unit: 'bag', unitPrice: amount, amount, steps: [] }];
    return {
      kind: 'priced',
      id: item,
      item,
      quantity: one,
      unit: 'bag',
      duration: null,
      level: null,
      closedBy: null,
      slices,
      flats: [],
      shares: [],
      discount: null,
      floor: null,
      discountShare: null,
      kept: null,
      setUp: null,
      amount,
      net: amount,
      cost: null,
      notApplied: [],
      notAppliedMore: 0,
      computed: null,
    };
  };
  return {
    modelVersion: 1,
    version: 1,
    pricedAt: '2026-11-24T14:32:00Z',
    currency: 'EUR',
    lines: Object.entries(prices).map(([item, text]) => line(item, text)),
    subtotal: one,
    shipping: null,
    rules: [],
    discount: null,
    tax: null,
    totalWithTax: one,
    notApplied: [],
    codes: [],
    total: one,
    unpricedLines: 0,
  };
}

describe('the moves of prices', () => {
  const moves = () =>
    priceMoves(
      pricedAt({
        same: '5.00',
        halved: '100.00',
        cheaper: '1000.00',
        dearer: '10.00',
        free: '0.00',
        gone: '1.00',
        still: null,
      }),
      pricedAt({
        same: '5.0',
        halved: '50.00',
        cheaper: '900.00',
        dearer: '10.10',
        free: '0.10',
        gone: null,
        still: null,
      }),
    );

  it('counts what falls, what rises and what has a price on one side only', () => {
    const moved = moves();
    expect(moved.compared).toBe(7);
    expect([moved.lowered, moved.raised, moved.otherwise]).toEqual([2, 2, 1]);
  });

  it('names the extremes in proportion to the price before', () => {
    expect(moves().largest.map(({ item, change }) => [item, change && print(change)])).toEqual([
      ['halved', '-50.00'],
      ['cheaper', '-100.00'],
      ['free', '0.10'],
      ['dearer', '0.10'],
    ]);
  });

  it('names at most three of each', () => {
    const many = (text: string): Record<string, string> =>
      Object.fromEntries(Array.from({ length: 9 }, (_, index) => [`i${String(index)}`, text]));
    expect(priceMoves(pricedAt(many('2.00')), pricedAt(many('1.00'))).largest.length).toBe(3);
  });

  it('takes what hired goods come to for each unit and time', () => {
    const hired = (net: string, duration: string | null): PricedDocument => {
      const document = pricedAt({ item: net });
      const lines = document.lines.map((line) =>
        line.kind === 'priced'
          ? {
              ...line,
              quantity: decimal('2'),
              duration: duration === null ? null : decimal(duration),
              // not what its only slice comes to
              slices: line.slices.map((slice) => ({ ...slice, amount: decimal('1000') })),
            }
          : line,
      );
      return { ...document, lines };
    };
    const change = (duration: string | null): string[] =>
      priceMoves(hired('60.00', duration), hired('120.00', duration)).largest.map(
        (one) => `${print(one.before ?? decimal('0'))} ${print(one.change ?? decimal('0'))}`,
      );
    expect(change('3')).toEqual(['10 10']);
    expect(change(null)).toEqual(['30 30']);
  });

  it('puts what was free last of what rises, the smaller rise first', () => {
    const from = pricedAt({ a: '0.00', b: '0.00', c: '10.00' });
    const to = pricedAt({ a: '2.00', b: '1.00', c: '11.00' });
    expect(priceMoves(from, to).largest.map(({ item }) => item)).toEqual(['a', 'b', 'c']);
  });
});
