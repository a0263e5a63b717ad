import { decimal, print } from './decimal';
import { printExact } from './exact';
import { exchange, ratesOf } from './exchange';
import { roundToDigits } from './rounding';

/**
 * Rates of Council Regulation (EC) No 2866/98, from memory. The methods are those of Council
 * Regulation (EC) No 1103/97, articles 4 and 5, from memory: rates are not rounded or truncated,
 * inverse rates are not used, two foreign currencies go through the euro, a half rounds up.
 */
const legacy = ratesOf('EUR', [
  { currency: 'DEM', rate: decimal('1.95583') },
  { currency: 'FRF', rate: decimal('6.55957') },
  { currency: 'ITL', rate: decimal('1936.27') },
]);
const inCents = (amount: string, from: string, to: string, digits = 2): string => {
  const result = exchange(decimal(amount), from, to, legacy);
  if (result === null) throw new Error('no rate');
  return print(roundToDigits(result, digits, 'halfAwayFromZero'));
};

describe('an exchange at the legacy rates of the euro', () => {
  it('from the euro multiplies', () => {
    expect(inCents('100', 'EUR', 'DEM')).toBe('195.58');
    expect(inCents('50', 'EUR', 'ITL', 0)).toBe('96814');
  });

  it('towards the euro divides by the rate, where an inverse of six figures would go wrong', () => {
    expect(inCents('1000000', 'DEM', 'EUR')).toBe('511291.88');
    // 1 / 1.95583 to six significant figures is 0.511292, which would give 511292.00.
    expect(inCents('1', 'FRF', 'EUR')).toBe('0.15');
  });

  it('between two others goes through the euro, exactly', () => {
    expect(inCents('100', 'DEM', 'FRF')).toBe('335.39');
    expect(printExact(exchange(decimal('1.95583'), 'DEM', 'FRF', legacy) ?? decimal('0'))).toBe(
      '6.55957',
    );
  });

  it('of a currency into itself needs no rate, and into one without a rate there is none', () => {
    expect(exchange(decimal('7'), 'XYZ', 'XYZ', legacy)).toEqual(decimal('7'));
    expect(exchange(decimal('7'), 'EUR', 'XYZ', legacy)).toBeNull();
    expect(exchange(decimal('7'), 'XYZ', 'EUR', legacy)).toBeNull();
  });
});
