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
import { averageEach } from './average';
import { printed } from './printed';

const TIERS = { '10': '-5', '25': '-12' };

describe('what one unit of a line comes to', () => {
  const each = (quantity: string, changes: Parameters<typeof documentOf>[1] = {}) => {
    const one = breakOf(TIERS, { mode: 'incremental' });
    const setup = setupOf({ basePrices: [basePrice('4.00')], breaks: [one] });
    const facts = factsOf({ customer: null });
    const [line] = printed(price(setup, documentOf(quantity, { facts, ...changes }))).lines;
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

  it('is nothing for a line without a price', () => {
    expect(each('30', { lines: [lineOf('30', { item: 'NO-1' })] })).toBeNull();
  });
});
