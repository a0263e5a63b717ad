import { price } from '../pricing/price-document';
import {
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  setupOf,
} from '../testing/saltmarsh';
import { decimal } from '../number/decimal';
import { averageEach, paidForLine } from './average';
import { serialized } from '../number/serialized';

const TIERS = { '10': '-5', '25': '-12' };

describe('what one unit of a line comes to', () => {
  const each = (quantity: string, changes: Parameters<typeof documentOf>[1] = {}) => {
    const one = breakOf(TIERS, { mode: 'incremental' });
    const setup = setupOf({ basePrices: [basePrice('4.00')], breaks: [one] });
    const facts = factsOf({ customer: null });
    const [line] = serialized(price(setup, documentOf(quantity, { facts, ...changes }))).lines;
    return line && averageEach(line);
  };

  it('is its unit price, or the average of its slices at their digits', () => {
    expect(each('9')).toBe('4.00');
    // (9 x 4.00 + 15 x 3.80 + 6 x 3.52) / 30 = 114.12 / 30 = 3.804
    expect(each('30')).toBe('3.80');
  });

  it('is per unit of time where goods are priced by it', () => {
    const facts = factsOf({ customer: null, items: [itemOf({ timeUnit: 'day' })] });
    const lines = [lineOf('30', { duration: decimal('2') })];
    expect(each('30', { facts, lines })).toBe('3.80');
  });

  it('rounds half up, and away from zero where it is below it', () => {
    const slice = (quantity: string, unitPrice: string) => ({ quantity, unitPrice }) as never;
    const of = (amount: string) =>
      averageEach({
        kind: 'priced',
        slices: [slice('1', '1.00'), slice('3', '1.00')],
        duration: null,
        amount,
      } as never);
    // 4.02 / 4 = 1.005
    expect(of('4.02')).toBe('1.01');
    expect(of('-4.02')).toBe('-1.01');
  });

  it('is nothing for a line of no slices', () => {
    expect(averageEach({ kind: 'priced', slices: [] } as never)).toBeNull();
    expect(paidForLine({ kind: 'priced', slices: [] } as never)).toBeNull();
    expect(paidForLine({ kind: 'unpriced' } as never)).toBeNull();
  });

  it('is nothing for a line without a price', () => {
    expect(each('30', { lines: [lineOf('30', { item: 'NO-1' })] })).toBeNull();
  });
});

describe('what a line was sold for', () => {
  const facts = factsOf({ customer: null });
  const paid = (changes: Parameters<typeof documentOf>[1], base = '8.69', breaks = false) => {
    const one = breakOf(TIERS, { mode: 'incremental' });
    const setup = setupOf({ basePrices: [basePrice(base)], breaks: breaks ? [one] : [] });
    const [line] = serialized(price(setup, documentOf('2', { facts, ...changes }))).lines;
    return line && paidForLine(line);
  };
  const off = (percent: string) =>
    ({ off: { kind: 'percent', percent: decimal(percent) }, reason: 'a friend' }) as const;

  it('is net of what was taken off the line, over its quantity', () => {
    // 2 x 8.69 = 17.38, less 3.48
    const lines = [lineOf('2', { discount: off('-20') })];
    expect(paid({ lines })).toEqual({ each: '6.95', ofDocument: null });
  });

  it('is per unit of time, and half up at its digits', () => {
    const hired = { kind: 'priced', slices: [{ unitPrice: '1.00' }], quantity: '2', net: '4.02' };
    const of = (amount: string, duration: string | null) =>
      paidForLine({ ...hired, duration, amount, net: amount } as never)?.each;
    expect(of('4.02', '2')).toBe('1.01'); // 4.02 / (2 x 2) = 1.005
    expect(of('-4.02', '2')).toBe('-1.01');
    expect(of('4.02', null)).toBe('2.01');
  });

  it('tells beside it what was taken off the whole document', () => {
    expect(paid({ discount: off('-10') })).toEqual({ each: '8.69', ofDocument: '-1.74' });
  });

  it('is per unit of the line where a break split it into base units', () => {
    const lines = [lineOf('1', { unit: 'pallet' })];
    // 9 x 4.00 + 15 x 3.80 + 36 x 3.52 = 219.72
    expect(paid({ lines }, '4.00', true)).toEqual({ each: '219.72', ofDocument: null });
  });
});
