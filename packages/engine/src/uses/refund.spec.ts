import fc from 'fast-check';
import {
  add,
  compare,
  decimal,
  make,
  print,
  subtract,
  sum,
  ZERO,
  type Decimal,
} from '../number/decimal';
import type { TaxFacts } from '../setup/facts';
import { refund, type LineToRefund } from './refund';

const ENDS = { digits: 2, mode: 'halfAwayFromZero' } as const;
const TAX: TaxFacts = {
  classes: [
    { code: 'full', name: 'Full', category: 'S', rate: decimal('23') },
    { code: 'low', name: 'Low', category: 'S', rate: decimal('6') },
  ],
  items: [
    { item: 'IT-1', taxClass: 'full' },
    { item: 'IT-2', taxClass: 'low' },
  ],
  others: null,
};

function line(item: string, sold: [string, string], quantity: string): LineToRefund {
  const [of, net] = sold;
  return {
    item,
    sold: { quantity: decimal(of), net: decimal(net) },
    before: { quantity: ZERO, amount: ZERO },
    quantity: decimal(quantity),
  };
}

describe('a refund', () => {
  it('is the share of what was paid, with its tax by class', () => {
    // a third of 10.00 is 3.33; 23 % of that is 0.77 (0.7659)
    const found = refund(
      [line('IT-1', ['3', '10.00'], '1'), line('IT-2', ['4', '8.00'], '2')],
      TAX,
      ENDS,
    );
    expect(found.amounts.map(print)).toEqual(['3.33', '4.00']);
    expect(found.tax?.classes.map((one) => [print(one.taxable), print(one.tax)])).toEqual([
      ['3.33', '0.77'],
      ['4.00', '0.24'],
    ]);
    expect([print(found.amount), print(found.amountWithTax)]).toEqual(['7.33', '8.34']);
  });

  it('keeps back what it is told to, shared by worth, and gives that back with the rest', () => {
    const lines = [line('IT-1', ['2', '10.00'], '1'), line('IT-2', ['4', '30.00'], '4')];
    const first = refund(lines, TAX, ENDS, decimal('7.00'));
    // of 5.00 and 30.00
    expect(first.takenOff.map(print)).toEqual(['1.00', '6.00']);
    expect(first.amounts.map(print)).toEqual(['4.00', '24.00']);
    expect([print(first.amount), print(first.tax?.amount ?? ZERO)]).toEqual(['28.00', '2.36']);
    const rest = refund(
      lines.map((one, place) => ({
        ...one,
        before: { quantity: one.quantity, amount: first.amounts[place] ?? ZERO },
        quantity: decimal(place === 0 ? '1' : '0'),
      })),
      TAX,
      ENDS,
    );
    expect(print(rest.amount)).toBe('12.00');
    expect(print(add(first.tax?.amount ?? ZERO, rest.tax?.amount ?? ZERO))).toBe('4.10');
  });

  it('in parts comes to the whole, in whatever parts, and never to more than was paid so far', () => {
    const parts = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 8 });
    const nets = fc.integer({ min: 0, max: 99_999 }).map((cents) => make(cents, 2));
    fc.assert(
      fc.property(parts, nets, (quantities, net) => {
        const whole = make(
          quantities.reduce((so, one) => so + one),
          0,
        );
        let before = { quantity: ZERO, amount: ZERO };
        let tax: Decimal = ZERO;
        for (const part of quantities) {
          const quantity = make(part, 0);
          const sold = { quantity: whole, net };
          const found = refund([{ item: 'IT-1', sold, before, quantity }], TAX, ENDS);
          expect(compare(found.amount, ZERO)).toBeGreaterThanOrEqual(0);
          before = {
            quantity: add(before.quantity, quantity),
            amount: add(before.amount, found.amount),
          };
          tax = add(tax, found.tax?.amount ?? ZERO);
        }
        expect(compare(before.amount, net)).toBe(0);
        const once = refund(
          [
            {
              item: 'IT-1',
              sold: { quantity: whole, net },
              before: { quantity: ZERO, amount: ZERO },
              quantity: whole,
            },
          ],
          TAX,
          ENDS,
        );
        expect(print(subtract(tax, once.tax?.amount ?? ZERO))).toBe('0.00');
        expect(print(sum([once.amount]))).toBe(print(net));
      }),
    );
  });

  it('has no tax where the sale had none', () => {
    const found = refund([line('IT-1', ['3', '10.00'], '3')], null, ENDS);
    expect([found.tax, print(found.amountWithTax)]).toEqual([null, '10.00']);
  });
});
