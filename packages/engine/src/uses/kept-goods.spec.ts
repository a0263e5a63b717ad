import { compileSetup } from '../compile/compile-setup';
import { decimal, print, type Decimal } from '../number/decimal';
import type { DocumentLine, PricingDocument } from '../setup/document';
import type { Rule } from '../setup/rule';
import {
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  ruleOf,
  setupOf,
} from '../testing/saltmarsh';
import { keptGoods } from './kept-goods';

const ITEMS = ['IT-1', 'IT-2'];

const second: Rule = ruleOf({
  kind: 'buyAndGet',
  buy: { scopes: [{ kind: 'item', item: 'IT-1' }], quantity: 2 },
  get: { scopes: [{ kind: 'item', item: 'IT-2' }], quantity: 1 },
  offer: { kind: 'percent', percent: decimal('-100') },
  dearest: false,
  most: null,
});

function documentWith(lines: readonly DocumentLine[], changes: Partial<PricingDocument> = {}) {
  const items = ITEMS.map((item) => itemOf({ item }));
  return documentOf('1', { facts: factsOf({ customer: null, items }), lines, ...changes });
}

const basePrices = ITEMS.map((item) => ({ ...basePrice('10.00'), item }));
const line = (item: string, quantity: string): DocumentLine => lineOf(quantity, { id: item, item });

/** In words: what the goods would have cost, what is left of what was paid, what was earned. */
function told(
  setup: Parameters<typeof setupOf>[0],
  sale: PricingDocument,
  kept: Readonly<Record<string, string>>,
  paid: string,
): string[] | null {
  const quantities = new Map<string, Decimal>(
    Object.entries(kept).map(([id, quantity]) => [id, decimal(quantity)]),
  );
  const found = keptGoods(
    compileSetup(setupOf({ basePrices, ...setup })),
    sale,
    quantities,
    decimal(paid),
  );
  return found && [found.would, found.left, found.earned].map(print);
}

describe('goods that are kept of a sale', () => {
  it('would have cost more where what earned a free one comes back without it', () => {
    // two of IT-1 at 10.00 and one IT-2 free: 20.00 in all; both IT-1 come back
    const sale = documentWith([line('IT-1', '2'), line('IT-2', '1')]);
    expect(told({ rules: [second] }, sale, { 'IT-1': '0', 'IT-2': '1' }, '0.00')).toEqual([
      '10.00',
      '0.00',
      '10.00',
    ]);
    // of the two that earned it one comes back: it is not earned any more either
    expect(told({ rules: [second] }, sale, { 'IT-1': '1', 'IT-2': '1' }, '10.00')).toEqual([
      '20.00',
      '10.00',
      '10.00',
    ]);
  });

  it('would have cost the same where the free one comes back, too', () => {
    const sale = documentWith([line('IT-1', '2'), line('IT-2', '1')]);
    expect(told({ rules: [second] }, sale, { 'IT-1': '2', 'IT-2': '0' }, '20.00')).toBeNull();
    expect(told({ rules: [second] }, sale, { 'IT-1': '0', 'IT-2': '0' }, '0.00')).toBeNull();
  });

  it('would have cost more below the tier that all of them reached', () => {
    // 12 at 9.00; of the 4 that are kept each would have cost 10.00
    const breaks = [breakOf({ '10': '-10' })];
    const sale = documentWith([line('IT-1', '12')]);
    expect(told({ breaks }, sale, { 'IT-1': '4' }, '36.00')).toEqual(['40.00', '36.00', '4.00']);
    expect(told({ breaks }, sale, { 'IT-1': '10' }, '90.00')).toBeNull();
  });

  it('are compared without what was promised, which no quantity moves', () => {
    const breaks = [breakOf({ '10': '-10' })];
    const promised = {
      ...line('IT-1', '12'),
      priceByHand: { price: decimal('8.00'), reason: 'so' },
    };
    expect(told({ breaks }, documentWith([promised]), { 'IT-1': '4' }, '32.00')).toBeNull();
  });

  it('say nothing where what is kept has no price alone', () => {
    // sold by the ten alone: below that the price is by request
    const byRequest = { kind: 'byRequest' } as const;
    const breaks = [breakOf({ '1': byRequest, '10': '-10' })];
    const sale = documentWith([line('IT-1', '12')]);
    expect(told({ breaks }, sale, { 'IT-1': '4' }, '36.00')).toBeNull();
    // nor where something has none that came back
    const some = [breakOf({ '1': byRequest }, { scopes: [{ kind: 'item', item: 'IT-2' }] })];
    const both = documentWith([line('IT-1', '12'), line('IT-2', '1')]);
    expect(told({ breaks: some }, both, { 'IT-1': '4' }, '40.00')).toBeNull();
  });

  it('say something from two minor units on, for one line', () => {
    const cents = (off: string): string[] | null => {
      const adjustment = { kind: 'amount', amount: decimal(off), unit: null } as const;
      return told(
        { breaks: [breakOf({ '2': adjustment })] },
        documentWith([line('IT-1', '2')]),
        { 'IT-1': '1' },
        '9.98',
      );
    };
    expect(cents('-0.01')).toBeNull();
    expect(cents('-0.02')).toEqual(['10.00', '9.98', '0.02']);
  });

  it('say nothing of a cent that is rounding', () => {
    // a discount of 10.00 for the document is shared by what is there: 3.33 of each third
    const off = { kind: 'percent', percent: decimal('-33.35') } as const;
    const one = { ...line('IT-1', '3'), discount: { off, reason: 'so' } };
    // 30.00 less 10.01 is 19.99; a third of it 6.66, and one alone 10.00 less 3.34 is 6.66 or 6.67
    expect(told({}, documentWith([one]), { 'IT-1': '1' }, '6.66')).toBeNull();
  });
});
