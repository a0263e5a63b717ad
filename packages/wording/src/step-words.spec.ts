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
  kept: [[{ from: { kind: 'quote', number: 1001 }, unit: 'bag' }, 'Quote 1001: promised, per bag']],
  priceByHand: [[{ reason: 'torn bag', unit: 'bag' }, 'Price by hand: per bag: torn bag']],
  agreement: [
    [
      { version: 7, agreement: agreement('9.20'), segment: null },
      'Agreement: with the customer, 9.20',
    ],
    [
      {
        version: 7,
        agreement: agreement('9.20', { unit: 'bag', minQuantity: decimal('10') }),
        segment: shops,
      },
      'Agreement: with the segment Shops, 9.20 per bag from 10',
    ],
  ],
  typedPrice: [
    [
      { version: 7, level, typed: typedPrice('10', { minQuantity: decimal('0.00') }) },
      'Level Schools: typed for CL-0207, 10',
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
      'Base price: shared as Bag price per bag in version 7',
    ],
  ],
  listPrice: [[{ item: 'A' }, 'List price: of A']],
  namedPrice: [[{ item: 'A', name: 'web' }, 'web price: of A']],
  cost: [[{ item: 'A', cost: 'last', unit: 'bag' }, 'Last cost: of A per bag']],
  fromCost: [[{ item: 'A' }, 'Price: of A, made from its cost']],
  tableFees: [
    [
      { version: 7, table, fees: { percent: decimal('12'), fixed: decimal('0.50') } },
      'Fees: 12 % and 0.50 EUR, so that the profit is left after them',
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
      'Piece charge: for all items',
    ],
    [
      {
        version: 7,
        table,
        charge: { scope: { kind: 'all' }, amount: decimal('-4.20') },
        tookAll: true,
      },
      'Piece charge: for all items: more than there is, so all of it',
    ],
  ],
  tableRounding: [
    [
      { version: 7, table, rule: rounding },
      'down to the next 0.05 EUR: the rounding of cost table Clay',
    ],
  ],
  levelEntry: [
    [
      { version: 7, level, entry, adjustment: entry.adjusting, tookAll: false },
      'Level Schools: 5 % off all items',
    ],
    [
      { version: 7, level, entry, adjustment: entry.adjusting, tookAll: true },
      'Level Schools: 5 % off all items: more than there is, so all of it',
    ],
  ],
  levelRounding: [
    [
      { version: 7, level, rule: rounding, isBelowAll: true },
      'down to the next 0.05 EUR: the rounding of level Schools; nothing to round down to, so the price stays',
    ],
  ],
  breakRounding: [
    [
      { version: 7, break: named, rule: rounding },
      'down to the next 0.05 EUR: the rounding of break Glaze days',
    ],
  ],
  rule: [
    [
      { version: 7, rule: named, effect: percentOff('10'), instead: null, tookAll: false },
      'Rule Glaze days: 10 % off the price',
    ],
    [
      {
        version: 7,
        rule: { ...named, words: 'Spring' },
        effect: percentOff('10'),
        instead: decimal('9.20'),
        tookAll: true,
      },
      'Rule Glaze days: 10 % off the price, in place of 9.20: more than there is, so all of it (the customer reads “Spring”)',
    ],
  ],
  exchange: [
    [
      { from, fromRate: decimal('1.1'), toRate: null, home: 'EUR' },
      'Into another currency: 10 USD divided by 1.1',
    ],
    [
      { from: { ...from, currency: 'EUR' }, fromRate: null, toRate: decimal('1.1'), home: 'EUR' },
      'Into another currency: 10 EUR times 1.1',
    ],
    [
      { from, fromRate: decimal('1.1'), toRate: decimal('163'), home: 'EUR' },
      'Into another currency: 10 USD divided by 1.1 times 163 (through EUR)',
    ],
  ],
  lineUnit: [
    [
      {
        from: { unit: 'bag', factor: decimal('1') },
        to: { unit: 'pallet', factor: decimal('60') },
      },
      'Per pallet: made per bag; times 60',
    ],
    [
      {
        from: { unit: 'pallet', factor: decimal('60') },
        to: { unit: 'bag', factor: decimal('1') },
      },
      'Per bag: made per pallet; times 1, divided by 60',
    ],
  ],
  unitRounding: [
    [
      { version: 7, digits: 1, mode: 'halfToEven', currency: 'EUR' },
      'to 1 decimal: a unit price in EUR ends there, halves to the even digit',
    ],
    [
      { version: 7, digits: 2, mode: 'awayFromZero', currency: 'EUR' },
      'to 2 decimals: a unit price in EUR ends there, always away from zero',
    ],
    [
      { version: 7, digits: 0, mode: 'towardsZero', currency: 'JPY' },
      'to 0 decimals: a unit price in JPY ends there, always towards zero',
    ],
  ],
};

const SUBJECTS: Cases<NotAppliedSubject['kind']> = {
  anyLevel: [[{}, 'A price level']],
  missingLevel: [[{ id: 'x', by: { kind: 'document' } }, 'A level, chosen on the document']],
  levelChoice: [[{ level, by: { kind: 'line' } }, 'Level Schools, chosen on the line']],
  level: [[{ level }, 'Level Schools']],
  levelEntry: [[{ level, entry }, '5 % off all items']],
  levelRounding: [[{ level, rule: rounding }, 'Rounding down to the next 0.05 EUR']],
  agreement: [
    [{ agreement: agreement('9.20'), segment: null }, 'Agreement: 9.20 (EUR)'],
    [
      { agreement: agreement('9.20'), segment: shops },
      'Agreement of the segment Shops: 9.20 (EUR)',
    ],
  ],
  typedPrice: [[{ level, typed: typedPrice('10') }, 'Typed on level Schools: 10']],
  costTable: [[{ table }, 'Cost table Clay']],
  break: [[{ break: named }, 'Break Glaze days']],
  rule: [[{ rule: named }, 'Rule Glaze days']],
  promise: [[{ from: { kind: 'order', number: 7 } }, 'The price promised on Order 7']],
  discountByHand: [[{}, 'Discount by hand']],
};

const PROBLEMS: Cases<LineProblem['kind']> = {
  itemUnknown: [[{}, 'The catalogue does not have this item.']],
  unitNotOfItem: [[{ unit: 'drum' }, 'The item is not sold by the drum.']],
  quantityNotPositive: [[{}, 'A quantity must be above zero.']],
  quantityTooFine: [
    [{ digits: 0, unit: 'bag' }, 'A quantity in bag must be a whole number.'],
    [{ digits: 1, unit: 'kg' }, 'A quantity in kg may have 1 decimal.'],
    [{ digits: 3, unit: 'kg' }, 'A quantity in kg may have 3 decimals.'],
  ],
  durationMissing: [[{ timeUnit: 'day' }, 'The item is priced by the day: say how many.']],
  durationNotPositive: [[{}, 'A duration must be above zero.']],
  durationNotAsked: [[{}, 'The item is not priced by time, so it takes no duration.']],
  noStartPrice: [
    [{}, 'No price: the item has no base price, and no level or cost table gives it one.'],
  ],
  byRequest: [
    [
      { table: 'Clay' },
      'No price: the cost table Clay says that goods of this cost are priced by request.',
    ],
  ],
  tierByRequest: [
    [
      { break: 'By the pallet', from: decimal('60') },
      'No price: the break By the pallet says that from 60 the price is by request.',
    ],
  ],
  noExchangeRate: [[{ from: 'EUR', to: 'JPY' }, 'No price: there is no rate from EUR to JPY.']],
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
        sentence: 'somebody took it off',
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
