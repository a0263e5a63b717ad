import {
  decimal,
  type LineProblem,
  type NotAppliedSubject,
  serialized,
  type RoundingRule,
  type WorkingSource,
} from '@honest-ledger/engine';
import { CODES } from '@honest-ledger/engine/testing/priced';
import {
  agreement,
  percentEntry,
  percentOff,
  typedPrice,
} from '@honest-ledger/engine/testing/saltmarsh';
import { notAppliedWording, problemSentence, stepWording } from './sentences';

const level = { id: 'l', name: 'Schools', currency: 'EUR' };
const table = { id: 't', name: 'Clay', currency: 'EUR' };
const named = { id: 'n', name: 'Glaze days', words: '', currency: 'EUR' };
const rounding: RoundingRule = {
  kind: 'increment',
  currency: 'EUR',
  increment: decimal('0.05'),
  direction: 'down',
  leastPrice: null,
};
const shops = { code: 'shops', name: 'Shops' };
const entry = percentEntry('-5');
const from = { amount: decimal('10'), currency: 'USD' };

type Cases<Kind extends string> = Readonly<Record<Kind, readonly (readonly [unknown, string])[]>>;

/** Every step with its title and sentence; one that is missing here does not compile. */
const STEPS: Cases<Exclude<WorkingSource['kind'], 'costTable' | 'quantityBreak'>> = {
  kept: [
    [{ from: { kind: 'quote', number: 1001 }, unit: 'bag' }, 'Quote 1001: held price per bag'],
  ],
  priceByHand: [[{ reason: 'torn bag', unit: 'bag' }, 'Manual price: per bag: torn bag']],
  agreement: [
    [
      { version: 7, agreement: agreement('9.20'), segment: null },
      'Agreed price: of the customer, 9.20',
    ],
    [
      {
        version: 7,
        agreement: agreement('9.20', { unit: 'bag', minQuantity: decimal('10') }),
        segment: shops,
      },
      'Agreed price: of segment Shops, 9.20 per bag from 10',
    ],
  ],
  typedPrice: [
    [
      { version: 7, level, typed: typedPrice('10', { minQuantity: decimal('0.00') }) },
      'Level Schools: item price of CL-0207, 10',
    ],
  ],
  basePrice: [
    [{ version: 7, item: 'A', unit: 'bag', shared: null }, 'Base price: of A per bag in version 7'],
    [
      {
        version: 7,
        item: 'A',
        unit: 'bag',
        shared: { id: 's', name: 'Bag price', price: decimal('1') },
      },
      'Base price: shared price Bag price per bag in version 7',
    ],
  ],
  listPrice: [[{ item: 'A' }, 'List price: of A']],
  namedPrice: [[{ item: 'A', name: 'web' }, 'web price: of A']],
  cost: [[{ item: 'A', cost: 'last', unit: 'bag' }, 'Last cost: of A per bag']],
  fromCost: [[{ item: 'A' }, 'Price: of A, from its cost']],
  tableFees: [
    [
      { version: 7, table, fees: { percent: decimal('12'), fixed: decimal('0.50') } },
      'Fees: 12 % and 0.50 EUR covered',
    ],
  ],
  pieceCharge: [
    [
      {
        version: 7,
        table,
        charge: { scope: { kind: 'all' }, amount: decimal('4.20') },
        tookAll: false,
      },
      'Charge per unit: for all items',
    ],
    [
      {
        version: 7,
        table,
        charge: { scope: { kind: 'all' }, amount: decimal('-4.20') },
        tookAll: true,
      },
      'Charge per unit: for all items: more than there is, so all of it',
    ],
  ],
  tableRounding: [
    [
      { version: 7, table, rule: rounding },
      'Rounded down to next 0.05 EUR: rounding of cost table Clay',
    ],
  ],
  levelEntry: [
    [
      { version: 7, level, entry, adjustment: entry.adjusting, tookAll: false },
      'Level Schools: 5 % off the base price of all items',
    ],
    [
      { version: 7, level, entry, adjustment: entry.adjusting, tookAll: true },
      'Level Schools: 5 % off the base price of all items: more than there is, so all of it',
    ],
  ],
  levelRounding: [
    [
      { version: 7, level, rule: rounding, isBelowAll: true },
      'Rounded down to next 0.05 EUR: rounding of level Schools; nothing to round down to, price unchanged',
    ],
  ],
  breakRounding: [
    [
      { version: 7, break: named, rule: rounding },
      'Rounded down to next 0.05 EUR: rounding of break Glaze days',
    ],
  ],
  rule: [
    [
      { version: 7, rule: named, effect: percentOff('10'), instead: null, tookAll: false },
      'Rule Glaze days: 10 % off price so far',
    ],
    [
      {
        version: 7,
        rule: { ...named, words: 'Spring' },
        effect: percentOff('10'),
        instead: decimal('9.20'),
        tookAll: true,
      },
      'Rule Glaze days: 10 % off price so far, in place of 9.20: more than there is, so all of it (the customer reads “Spring”)',
    ],
  ],
  exchange: [
    [
      { from, fromRate: decimal('1.1'), toRate: null, home: 'EUR' },
      'Currency exchange: 10 USD divided by 1.1',
    ],
    [
      { from: { ...from, currency: 'EUR' }, fromRate: null, toRate: decimal('1.1'), home: 'EUR' },
      'Currency exchange: 10 EUR times 1.1',
    ],
    [
      { from, fromRate: decimal('1.1'), toRate: decimal('163'), home: 'EUR' },
      'Currency exchange: 10 USD divided by 1.1 times 163 (through EUR)',
    ],
  ],
  lineUnit: [
    [
      {
        from: { unit: 'bag', factor: decimal('1') },
        to: { unit: 'pallet', factor: decimal('60') },
      },
      'Per pallet: from the price per bag, times 60',
    ],
    [
      {
        from: { unit: 'pallet', factor: decimal('60') },
        to: { unit: 'bag', factor: decimal('1') },
      },
      'Per bag: from the price per pallet, times 1, divided by 60',
    ],
  ],
  unitRounding: [
    [
      { version: 7, digits: 1, mode: 'halfToEven', currency: 'EUR' },
      'Rounded to 1 decimal: unit prices in EUR, halves to the even digit',
    ],
    [
      { version: 7, digits: 2, mode: 'awayFromZero', currency: 'EUR' },
      'Rounded to 2 decimals: unit prices in EUR, always away from zero',
    ],
    [
      { version: 7, digits: 0, mode: 'towardsZero', currency: 'JPY' },
      'Rounded to 0 decimals: unit prices in JPY, always towards zero',
    ],
  ],
};

const SUBJECTS: Cases<NotAppliedSubject['kind']> = {
  anyLevel: [[{}, 'Price level']],
  missingLevel: [[{ id: 'x', by: { kind: 'document' } }, 'Price level, chosen on the document']],
  levelChoice: [[{ level, by: { kind: 'line' } }, 'Level Schools, chosen on the line']],
  level: [[{ level }, 'Level Schools']],
  levelEntry: [[{ level, entry }, '5 % off the base price of all items']],
  levelRounding: [[{ level, rule: rounding }, 'Rounding down to next 0.05 EUR']],
  agreement: [
    [{ agreement: agreement('9.20'), segment: null }, 'Agreed price: 9.20 (EUR)'],
    [{ agreement: agreement('9.20'), segment: shops }, 'Agreed price of segment Shops: 9.20 (EUR)'],
  ],
  typedPrice: [[{ level, typed: typedPrice('10') }, 'Item price of level Schools: 10']],
  costTable: [[{ table }, 'Cost table Clay']],
  break: [[{ break: named }, 'Break Glaze days']],
  rule: [[{ rule: named }, 'Rule Glaze days']],
  promise: [[{ from: { kind: 'order', number: 7 } }, 'Price held from Order 7']],
  discountByHand: [[{}, 'Manual discount']],
};

const PROBLEMS: Cases<LineProblem['kind']> = {
  itemUnknown: [[{}, 'Not in the catalogue. Choose another item.']],
  unitNotOfItem: [[{ unit: 'drum' }, 'Not sold by drum. Choose one of the item’s units.']],
  quantityNotPositive: [[{}, 'Quantity is zero or less. Enter more than 0.']],
  quantityTooFine: [
    [{ digits: 0, unit: 'bag' }, 'Part of a bag is not possible. Enter a whole number.'],
    [{ digits: 1, unit: 'kg' }, 'Too many decimals for kg. Enter at most 1 decimal.'],
    [{ digits: 3, unit: 'kg' }, 'Too many decimals for kg. Enter at most 3 decimals.'],
  ],
  durationMissing: [[{ timeUnit: 'day' }, 'Priced per day. Enter how many.']],
  durationNotPositive: [[{}, 'Duration is zero or less. Enter more than 0.']],
  durationNotAsked: [[{}, 'Not priced by time. Remove the duration.']],
  noStartPrice: [
    [{}, 'No price. Set a base price, or a price level or cost table that gives one.'],
  ],
  byRequest: [[{ table: 'Clay' }, 'Price on request, by cost table Clay. Enter a manual price.']],
  tierByRequest: [
    [
      { break: 'By the pallet', from: decimal('60') },
      'Price on request from 60, by break By the pallet. Enter a manual price.',
    ],
  ],
  noExchangeRate: [
    [{ from: 'EUR', to: 'JPY' }, 'No EUR to JPY rate. Add it under Exchange rates.'],
  ],
  roundsToZero: [
    [
      { unitPrice: decimal('0.004'), digits: 2 },
      'No price: 0.004 rounded to 2 decimals would be zero.',
    ],
  ],
};

/** The cases of a table, each with the kind that it stands under. */
const casesOf = (table: Cases<string>): readonly (readonly [object, string])[] =>
  Object.entries(table).flatMap(([kind, cases]) =>
    cases.map(([rest, words]) => [{ kind, ...(rest as object) }, words] as const),
  );

describe('the steps of a price in words', () => {
  for (const [source, words] of casesOf(STEPS)) {
    it(`are told: ${words}`, () => {
      const { title, sentence } = stepWording(serialized(source as WorkingSource), CODES);
      expect(`${title}: ${sentence}`).toBe(words);
    });
  }
});

describe('what did not apply, by name', () => {
  for (const [subject, title] of casesOf(SUBJECTS)) {
    it(`is told: ${title}`, () => {
      const one = {
        subject: subject as NotAppliedSubject,
        reasons: [{ kind: 'takenOff' } as const],
      };
      expect(notAppliedWording(serialized(one), CODES)).toEqual({
        title,
        sentence: 'excluded on this document',
      });
    });
  }
});

describe('why a line has no price, in words', () => {
  for (const [problem, sentence] of casesOf(PROBLEMS)) {
    it(`is told: ${sentence}`, () => {
      expect(problemSentence(serialized(problem as LineProblem))).toBe(sentence);
    });
  }
});
