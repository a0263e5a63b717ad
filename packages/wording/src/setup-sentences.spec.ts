import {
  type Adjustment,
  type Basis,
  decimal,
  type Level,
  serialized,
  type RoundingRule,
} from '@honest-ledger/engine';
import { CODES } from '@honest-ledger/engine/testing/priced';
import { schools, typedPrice } from '@honest-ledger/engine/testing/saltmarsh';
import {
  bandWords,
  basisName,
  levelSentence,
  plainWriter,
  scopeWords,
  roundingSentence,
  windowWords,
} from './setup-sentences';

describe('a rounding rule in words', () => {
  const increment = (direction: RoundingRule['direction'], least: string | null = null): string =>
    roundingSentence(
      serialized<RoundingRule>({
        kind: 'increment',
        currency: 'EUR',
        increment: decimal('0.05'),
        direction,
        leastPrice: least === null ? null : decimal(least),
      }),
    );
  const endings = (direction: RoundingRule['direction'], period: 1 | 10 = 1): string =>
    roundingSentence(
      serialized<RoundingRule>({
        kind: 'endings',
        currency: 'EUR',
        endings: [decimal('0.49'), decimal('0.99')],
        period,
        direction,
        leastPrice: null,
      }),
    );

  it('says the multiple, the direction and the least price', () => {
    expect(increment('nearest')).toBe('to nearest 0.05 EUR');
    expect(increment('up')).toBe('up to next 0.05 EUR');
    expect(increment('down', '1.00')).toBe('down to next 0.05 EUR, at least 1.00 EUR');
  });

  it('says the endings, and in how much they come again', () => {
    expect(endings('nearest')).toBe('to nearest price ending in 0.49 or 0.99 (EUR)');
    expect(endings('up')).toBe('up to next price ending in 0.49 or 0.99 (EUR)');
    expect(endings('down', 10)).toBe('down to next price ending in 0.49 or 0.99 in every 10 (EUR)');
  });
});

describe('what a band does, in words', () => {
  const told: readonly (readonly [Adjustment, string])[] = [
    [{ kind: 'percent', percent: decimal('0.0') }, 'unchanged'],
    [{ kind: 'percent', percent: decimal('-12') }, '12 % off'],
    [{ kind: 'percent', percent: decimal('12') }, '12 % added'],
    [{ kind: 'amount', amount: decimal('-0.50'), unit: null }, '0.50 EUR off'],
    [{ kind: 'amount', amount: decimal('0.50'), unit: 'bag' }, '0.50 EUR per bag added'],
    [
      { kind: 'percentAndAmount', percent: decimal('-10'), amount: decimal('-1'), unit: null },
      '10 % off, then 1 EUR off',
    ],
    [{ kind: 'set', price: decimal('9.95'), unit: null }, '9.95 EUR'],
    [{ kind: 'multiplier', factor: decimal('2') }, 'multiplied by 2'],
    [{ kind: 'markup', percent: decimal('25') }, '25 % markup (20.0 % margin)'],
    [{ kind: 'margin', percent: decimal('30') }, '30 % margin (42.9 % markup)'],
  ];
  for (const [adjustment, words] of told) {
    it(`is told: ${words}`, () => {
      expect(bandWords(serialized(adjustment), 'EUR', plainWriter)).toBe(words);
    });
  }
});

describe('what a price starts from, in words', () => {
  const told: readonly (readonly [Basis, string])[] = [
    [{ kind: 'basePrice' }, 'base price'],
    [{ kind: 'listPrice' }, 'list price'],
    [{ kind: 'namedPrice', name: 'web' }, 'web price'],
    [{ kind: 'level', level: 'trade' }, 'trade price'],
    [{ kind: 'cost', cost: 'last' }, 'last cost'],
    [{ kind: 'costTable', table: null }, 'cost table price'],
    [{ kind: 'costTable', table: 'T' }, 'price by cost table T'],
  ];
  for (const [basis, words] of told) {
    it(`is told: ${words}`, () => {
      expect(basisName(basis, CODES)).toBe(words);
    });
  }
});

describe('kinds of items, days, and whole levels in words', () => {
  it('name every kind of item', () => {
    const kinds = ['stock', 'nonStock', 'service', 'fee'] as const;
    expect(kinds.map((itemKind) => scopeWords({ kind: 'itemKind', itemKind }, CODES))).toEqual([
      'all stock goods',
      'all non-stock goods',
      'all services',
      'all fees',
    ]);
    expect(scopeWords({ kind: 'all' }, CODES)).toBe('all items');
  });

  it('name the ends of a window that has some', () => {
    const [from, until] = ['2026-03-01', '2026-05-31'];
    expect(windowWords({ from, until })).toBe('2026-03-01 to 2026-05-31');
    expect(windowWords({ from, until: null })).toBe('from 2026-03-01');
    expect(windowWords({ from: null, until })).toBe('until 2026-05-31');
    expect(windowWords({ from: null, until: null })).toBeNull();
  });

  it('name up to three items that are excepted, and count more', () => {
    const level = (changes: Partial<Level>): string =>
      levelSentence(serialized(schools({ entries: [], rounding: null, ...changes })), CODES);
    expect(level({ exceptions: ['A', 'B', 'C'] })).toBe(
      'All items: base price; excluded: A, B, C.',
    );
    expect(level({ exceptions: ['A', 'B', 'C', 'D'] })).toBe(
      'All items: base price; excluded: 4 items.',
    );
    expect(level({ typedPrices: [typedPrice('10')] })).toBe('All items: base price; 1 item price.');
    expect(level({ window: { from: null, until: '2026-05-31' } })).toBe(
      'All items: base price; until 2026-05-31.',
    );
  });
});
