import fc from 'fast-check';
import { compare, decimal, isPositive, make, print } from '../../number/decimal';
import { printExact } from '../../number/exact';
import { prices } from '../../testing/arbitrary-parts';
import { itemOf, purchaseCostOf } from '../../testing/saltmarsh';
import { judgedOffers, purchaseFrom } from './purchase';
import { unitOf } from '../line/units';

const PITS = itemOf({}).supplier?.code ?? '';
const ITEM = itemOf({
  purchaseCosts: [
    purchaseCostOf('5.00'),
    purchaseCostOf('4.50', { minQuantity: decimal('60') }),
    purchaseCostOf('4.40', {
      minQuantity: decimal('60'),
      window: { from: '2026-11-01', until: null },
    }),
    purchaseCostOf('4.10', { minQuantity: decimal('600') }),
    purchaseCostOf('4.00', { window: { from: '2026-12-01', until: null } }),
    purchaseCostOf('1.00', { window: { from: null, until: '2026-10-31' } }),
    purchaseCostOf('0'),
    purchaseCostOf('240', { unit: 'pallet', minQuantity: decimal('2') }),
    purchaseCostOf('2.00', { supplier: 'another' }),
  ],
});

const asked = (quantity: string, unit: string | null = null, day = '2026-11-24') => {
  const found = unitOf(ITEM, unit);
  if (!found) throw new Error('the item has this unit');
  return { quantity: decimal(quantity), unit: found, day };
};
const bought = (supplier: string, ...of: Parameters<typeof asked>): string | null => {
  const purchase = purchaseFrom(supplier, ITEM, asked(...of), 'halfAwayFromZero');
  return purchase && `${printExact(purchase.each)} ${print(purchase.amount)}`;
};

describe('what a supplier asks', () => {
  it('is picked by day and quantity, and per the unit that is asked for', () => {
    expect(bought(PITS, '59')).toBe('5.00 295.00');
    expect(bought(PITS, '60')).toBe('4.40 264.00');
    expect(bought(PITS, '60', null, '2026-10-31')).toBe('4.50 270.00');
    expect(bought(PITS, '1', null, '2026-12-01')).toBe('4.00 4.00');
    expect(bought(PITS, '600')).toBe('4.10 2460.00');
    expect(bought(PITS, '1', 'pallet')).toBe('264 264.00'); // by the bag: 60 of 4.40
    expect(bought(PITS, '2', 'pallet')).toBe('240 480.00');
    expect(bought('another', '1')).toBe('2.00 2.00');
    expect(bought('nobody', '1')).toBeNull();
  });

  it('says of every cost why it counts or not', () => {
    const verdicts = (...of: Parameters<typeof asked>) =>
      judgedOffers(PITS, ITEM, asked(...of)).map(({ verdict }) => verdict);
    expect(verdicts('60')).toEqual([
      'largerMinimumCounts',
      'laterStartCounts',
      'counts',
      'moreNeeded',
      'toCome',
      'ended',
      'zero',
      'otherUnit',
    ]);
    expect(verdicts('2', 'pallet')).toEqual([
      'otherUnit',
      'otherUnit',
      'otherUnit',
      'moreNeeded',
      'toCome',
      'ended',
      'zero',
      'counts',
    ]);
  });

  it('counts until its last day, and nothing of a unit that the item does not have', () => {
    const until = (day: string): string[] => {
      const item = itemOf({
        purchaseCosts: [
          purchaseCostOf('5.00', { window: { from: null, until: day } }),
          purchaseCostOf('4.00', { window: { from: '2026-11-01', until: null } }),
        ],
      });
      return judgedOffers(PITS, item, asked('1')).map(({ verdict }) => verdict);
    };
    expect(until('2026-11-23')).toEqual(['ended', 'counts']);
    expect(until('2026-11-24')).toEqual(['laterStartCounts', 'counts']);
    expect(until('2027-01-31')).toEqual(['laterStartCounts', 'counts']);
    const pallets = itemOf({
      purchaseCosts: [
        purchaseCostOf('240', { unit: 'pallet' }),
        purchaseCostOf('200', { unit: 'pallet', minQuantity: decimal('3') }),
      ],
    });
    expect(judgedOffers(PITS, pallets, asked('2', 'pallet')).map(({ verdict }) => verdict)).toEqual(
      ['counts', 'moreNeeded'],
    );
    const boxed = itemOf({ purchaseCosts: [purchaseCostOf('5.00', { unit: 'box' })] });
    const box = { unit: 'box', factor: decimal('12'), digits: 0 };
    const wish = { quantity: decimal('1'), unit: box, day: '2026-11-24' };
    expect(purchaseFrom(PITS, boxed, wish, 'halfAwayFromZero')).toBeNull();
    expect(judgedOffers(PITS, boxed, asked('1')).map(({ verdict }) => verdict)).toEqual([
      'otherUnit',
    ]);
  });

  it('rounds the amount once, however fine the cost', () => {
    const item = itemOf({ purchaseCosts: [purchaseCostOf('0.333333')] });
    const purchase = purchaseFrom(
      PITS,
      item,
      { ...asked('3'), quantity: decimal('3') },
      'halfAwayFromZero',
    );
    expect(purchase && print(purchase.amount)).toBe('1.00');
  });

  it('has at most one cost that counts: none, or one that is no dearer in minimum than the quantity', () => {
    const offers = fc.array(
      fc
        .record({ amount: prices, min: fc.integer({ min: 0, max: 200 }) })
        .map(({ amount, min }) => purchaseCostOf('1', { amount, minQuantity: make(min, 0) })),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(offers, fc.integer({ min: 1, max: 200 }), (purchaseCosts, quantity) => {
        const item = itemOf({ purchaseCosts });
        const of = { ...asked('1'), quantity: make(quantity, 0) };
        const judged = judgedOffers(PITS, item, of);
        const counting = judged.filter(({ verdict }) => verdict === 'counts');
        const purchase = purchaseFrom(PITS, item, of, 'halfAwayFromZero');
        if (!purchase) {
          return judged.every(({ verdict }) => verdict === 'zero' || verdict === 'moreNeeded');
        }
        const { minQuantity } = purchase.offer;
        // reckoned here once more: the highest minimum that the quantity reaches
        const reached = purchaseCosts.filter(
          (one) => isPositive(one.amount) && compare(one.minQuantity, of.quantity) <= 0,
        );
        return (
          counting.length === 1 &&
          counting[0]?.offer === purchase.offer &&
          reached.every((one) => compare(one.minQuantity, minQuantity) <= 0)
        );
      }),
    );
  });
});
