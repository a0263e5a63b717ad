import { decimal, serialized, type RuleEffect } from '@honest-ledger/engine';
import { CODES } from '@honest-ledger/engine/testing/priced';
import { effectWords } from './effect-sentences';

const CLAY = { kind: 'category', category: 'clay' } as const;
const GLAZE = { kind: 'category', category: 'glaze' } as const;
const two = { quantity: 2, scopes: [CLAY] };
const one = { quantity: 1, scopes: [CLAY, GLAZE] };

/** Every effect with the words that it has. */
const TOLD: readonly (readonly [RuleEffect, string])[] = [
  [
    { kind: 'percent', percent: decimal('-10'), of: 'afterLevel', startsFrom: 'running' },
    '10 % off price after the price level',
  ],
  [
    { kind: 'percent', percent: decimal('5'), of: 'basePrice', startsFrom: 'listPrice' },
    '5 % added to base price, based on list price, only if lower',
  ],
  [
    { kind: 'amountEach', amount: decimal('-0.20'), unit: null, startsFrom: 'running' },
    '0.20 EUR off each',
  ],
  [
    { kind: 'amountEach', amount: decimal('0.20'), unit: 'box', startsFrom: 'afterLevel' },
    '0.20 EUR added per box, based on price after the price level, only if lower',
  ],
  [{ kind: 'set', price: decimal('9'), unit: null, raises: false }, '9 EUR each, only if lower'],
  [
    { kind: 'level', level: 'schools', raises: true },
    'price of price level schools, even if higher',
  ],
  [
    {
      kind: 'ownPrices',
      prices: [{ item: 'A', price: decimal('1'), unit: null }],
      raises: false,
    },
    'item prices for 1 item, only if lower',
  ],
  [
    {
      kind: 'ownPrices',
      prices: ['A', 'B'].map((item) => ({ item, price: decimal('1'), unit: null })),
      raises: true,
    },
    'item prices for 2 items, even if higher',
  ],
  [
    { kind: 'flat', amount: decimal('-4.00'), every: decimal('4') },
    '4.00 EUR off the line for every 4',
  ],
  [{ kind: 'flat', amount: decimal('25'), every: null }, '25 EUR added to the line'],
  [
    {
      kind: 'buyAndGet',
      buy: two,
      get: one,
      offer: { kind: 'percent', percent: decimal('-100') },
      dearest: false,
      most: null,
    },
    'for every 2 of all items in clay bought, 1 of all items in clay or all items in glaze free, cheapest first',
  ],
  [
    {
      kind: 'buyAndGet',
      buy: two,
      get: two,
      offer: { kind: 'percent', percent: decimal('-50') },
      dearest: true,
      most: 3,
    },
    'for every 2 of all items in clay bought, 2 of all items in clay at 50 % off, most expensive first, at most 3 times',
  ],
  [
    {
      kind: 'buyAndGet',
      buy: two,
      get: two,
      offer: { kind: 'amount', amount: decimal('-1.50') },
      dearest: false,
      most: null,
    },
    'for every 2 of all items in clay bought, 2 of all items in clay at 1.50 EUR off each, cheapest first',
  ],
  [
    {
      kind: 'buyAndGet',
      buy: two,
      get: two,
      offer: { kind: 'set', price: decimal('4.00') },
      dearest: false,
      most: null,
    },
    'for every 2 of all items in clay bought, 2 of all items in clay for 4.00 EUR each, cheapest first',
  ],
  [
    {
      kind: 'bundle',
      parts: [two, one].map((part) => ({ ...part, price: decimal('4.00') })),
      total: decimal('10.00'),
    },
    '2 of all items in clay with 1 of all items in clay or all items in glaze together for 10.00 EUR, only if lower',
  ],
  [
    {
      kind: 'bundle',
      parts: [
        { ...two, price: decimal('4.00') },
        { quantity: 1, scopes: [GLAZE], price: null },
      ],
      total: null,
    },
    '2 of all items in clay at 4.00 EUR each with 1 of all items in glaze together, only if lower',
  ],
  [
    { kind: 'allocate', amount: decimal('-6'), every: decimal('12') },
    '6 EUR off those units for every 12 units, shared by units',
  ],
  [
    { kind: 'allocate', amount: decimal('6'), every: null },
    '6 EUR added to those units, shared by units',
  ],
  [{ kind: 'subtotal', off: { kind: 'percent', percent: decimal('-2') } }, '2 % off the document'],
  [
    { kind: 'shipping', off: { kind: 'amount', amount: decimal('-4.50') } },
    '4.50 EUR off shipping',
  ],
  [{ kind: 'charge', amount: decimal('14.00') }, 'charge of 14.00 EUR on the document'],
];

describe('what a rule does, in words', () => {
  for (const [effect, words] of TOLD) {
    it(`is told: ${words}`, () => {
      expect(effectWords(serialized(effect), 'EUR', CODES)).toBe(words);
    });
  }

  it('is told of every effect there is', () => {
    const kinds: Readonly<Record<RuleEffect['kind'], true>> = {
      percent: true,
      amountEach: true,
      set: true,
      level: true,
      ownPrices: true,
      flat: true,
      buyAndGet: true,
      bundle: true,
      allocate: true,
      subtotal: true,
      shipping: true,
      charge: true,
    };
    expect(new Set(TOLD.map(([{ kind }]) => kind))).toEqual(
      new Set(Object.keys(kinds) as RuleEffect['kind'][]),
    );
  });
});
