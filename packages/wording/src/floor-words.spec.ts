import { floorSentence, leastWords, untestedWords } from './floor-words';

const AT = { version: 1, floor: 'a', lifted: '0.00' } as const;

describe('what the floor of goods says', () => {
  it('is how much is missing, of which floor where the reader may know it', () => {
    const least = { kind: 'margin', percent: '12.5' } as const;
    const short = { amount: '1.10', then: 'hold' } as const;
    const one = { ...AT, least, short, untested: null };
    expect(floorSentence(one, 'EUR')).toBe('1.10 EUR below the minimum of a margin of 12.5 %');
    expect(floorSentence({ ...one, least: null }, 'EUR')).toBe('1.10 EUR below the minimum');
    expect(floorSentence({ ...one, short: null }, 'EUR')).toBeNull();
  });

  it('is stated as a margin, an amount or a part of the base price', () => {
    expect(leastWords({ kind: 'amount', amount: '8.40', currency: 'GBP' })).toBe(
      '8.40 GBP per base unit',
    );
    expect(leastWords({ kind: 'ofBasePrice', percent: '85' })).toBe('85 % of the base price');
  });

  it('is why it was not tested', () => {
    const least = { kind: 'ofBasePrice', percent: '85' } as const;
    const untested = { missing: 'basePrice', then: 'warn' } as const;
    expect(floorSentence({ ...AT, least, short: null, untested }, 'EUR')).toBe(
      'Minimum of 85 % of the base price not checked: no base price in EUR',
    );
    expect(untestedWords('cost', 'EUR')).toBe('no cost in EUR');
    expect(untestedWords('rate', 'USD')).toBe('no exchange rate to USD');
  });
});
