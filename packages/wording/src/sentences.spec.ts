import {
  decimal,
  divide,
  type Level,
  type LevelEntry,
  type LineProblem,
  type Serialized,
  serialized,
  type Reason,
} from '@honest-ledger/engine';
import { pricedLine } from '@honest-ledger/engine/testing/priced';
import {
  agreement,
  basePrice,
  customerOf,
  documentOf,
  entryOf,
  factsOf,
  lineOf,
  percentEntry,
  schools,
  setupOf,
  typedPrice,
} from '@honest-ledger/engine/testing/saltmarsh';
import { reasonSentence } from './reason-sentences';
import { notAppliedWording, problemSentence, stepWording } from './sentences';
import { entrySentence, levelSentence, type Names, type Writer } from './setup-sentences';
import { unitAfter } from './units';

const names: Names = {
  category: (code) => ({ clay: 'Clay', stoneware: 'Stoneware' })[code] ?? code,
  item: (number) => `${number} Stoneware body`,
  family: (code) => `F-${code}`,
  brand: (code) => `B-${code}`,
  supplier: (code) => `S-${code}`,
  level: (id) => `L-${id}`,
  cost: (kind) => kind,
  costTable: (id) => id,
  condition: (code) => code,
  attribute: (code) => code,
  segment: (code) => code,
  outlet: (code) => code,
  salesPerson: (code) => code,
  department: (code) => code,
  deliveryMethod: (code) => code,
  unit: (unit, quantity) => unitAfter(quantity, unit),
};
const level = (changes: Partial<Level>): string =>
  levelSentence(serialized(schools(changes)), names);
const entry = (of: LevelEntry): string => entrySentence(serialized(of), 'EUR', names);
const CLAY = { kind: 'category', category: 'clay' } as const;

describe('an entry read back', () => {
  it('says what is taken off or added, and from what', () => {
    expect(entry(percentEntry('-12', CLAY))).toBe('12 % off the base price of all items in Clay');
    expect(entry(percentEntry('2.5'))).toBe('2.5 % added to the base price of all items');
    expect(entry(percentEntry('0.00'))).toBe('the base price of all items');
    expect(entry(percentEntry('0', CLAY, { basis: { kind: 'listPrice' } }))).toBe(
      'the list price of all items in Clay',
    );
    expect(entry(percentEntry('-5', CLAY, { basis: { kind: 'level', level: 'trade' } }))).toBe(
      '5 % off the L-trade price of all items in Clay',
    );
    expect(entry(percentEntry('-5', CLAY, { basis: { kind: 'namedPrice', name: 'web' } }))).toBe(
      '5 % off the web price of all items in Clay',
    );
  });

  it('says amounts with their currency and unit', () => {
    const amount = (text: string, unit: string | null): string =>
      entry(entryOf({ kind: 'amount', amount: decimal(text), unit }));
    expect(amount('-0.50', null)).toBe('0.50 EUR off the base price of all items');
    expect(amount('0.50', 'bag')).toBe('0.50 EUR per bag added to the base price of all items');
    const percent = decimal('-10');
    expect(
      entry(entryOf({ kind: 'percentAndAmount', percent, amount: decimal('1'), unit: null })),
    ).toBe('10 % off, then 1 EUR added to the base price of all items');
    expect(entry(entryOf({ kind: 'set', price: decimal('9.95'), unit: 'bag' }))).toBe(
      '9.95 EUR per bag for all items',
    );
  });

  it('says its bands, and that it closes', () => {
    const banded = percentEntry('0', CLAY, {
      closes: true,
      adjusting: {
        kind: 'byPrice',
        bands: [
          { from: decimal('0'), adjustment: { kind: 'percent', percent: decimal('40') } },
          { from: decimal('5'), adjustment: { kind: 'percent', percent: decimal('-3') } },
          { from: decimal('9'), adjustment: { kind: 'percent', percent: decimal('0') } },
          { from: decimal('20'), adjustment: { kind: 'set', price: decimal('19'), unit: null } },
        ],
      },
    });
    expect(entry(banded)).toBe(
      'all items in Clay, by base price (at least 0 EUR: 40 % added; at least 5 EUR: 3 % off; ' +
        'at least 9 EUR: unchanged; at least 20 EUR: 19 EUR), excluded from breaks and rules',
    );
  });

  it('says whom it reaches', () => {
    const scopes = [
      [{ kind: 'item', item: 'CL-1' }, 'CL-1 Stoneware body'],
      [{ kind: 'categoryBrand', category: 'clay', brand: 'ebb' }, 'all items by B-ebb in Clay'],
      [
        { kind: 'supplierCategory', supplier: 'pits', category: 'clay' },
        'all items from S-pits in Clay',
      ],
      [{ kind: 'family', family: 'bodies' }, 'all items of the family F-bodies'],
      [{ kind: 'brand', brand: 'ebb' }, 'all items by B-ebb'],
      [{ kind: 'supplier', supplier: 'pits' }, 'all items from S-pits'],
      [{ kind: 'itemKind', itemKind: 'service' }, 'all services'],
    ] as const;
    for (const [scope, words] of scopes) {
      expect(entry(percentEntry('-5', scope))).toBe(`5 % off the base price of ${words}`);
    }
  });
});

describe('a level read back', () => {
  it('says each entry in order, its items apart, then its rounding and its days', () => {
    expect(level({})).toBe(
      '12 % off the base price of all items in Clay; other items: base price; rounded to nearest 0.05 EUR.',
    );
    expect(level({ rounding: null })).toBe(
      '12 % off the base price of all items in Clay; other items: base price.',
    );
    expect(
      level({
        entries: [percentEntry('-5')],
        exceptions: ['CL-0207'],
        typedPrices: [typedPrice('10'), typedPrice('9', { minQuantity: decimal('10') })],
        window: { from: '2026-03-01', until: '2026-05-31' },
        rounding: {
          kind: 'endings',
          currency: 'EUR',
          endings: [decimal('4.99'), decimal('9.99')],
          period: 10,
          direction: 'up',
          leastPrice: decimal('3.00'),
        },
      }),
    ).toBe(
      '5 % off the base price of all items; excluded: CL-0207 Stoneware body; 2 item prices; ' +
        'rounded up to next price ending in 4.99 or 9.99 in every 10 (EUR), at least 3.00 EUR; ' +
        '2026-03-01 to 2026-05-31.',
    );
  });

  it('without entries is the base price, and its rounding touches nothing', () => {
    expect(level({ entries: [] })).toBe('All items: base price.');
  });

  it('writes numbers and days as the reader does', () => {
    const write: Writer = {
      number: (text) => text.replace('.', ','),
      day: (day) => day.split('-').reverse().join('.'),
    };
    const sentence = levelSentence(
      serialized(schools({ window: { from: null, until: '2026-05-31' } })),
      names,
      write,
    );
    expect(sentence).toContain('nearest 0,05 EUR; until 31.05.2026');
  });
});

describe('workings in words', () => {
  const wordings = (line: Serialized<ReturnType<typeof pricedLine>>): string[] =>
    line.slices.flatMap(({ steps }) =>
      steps.map(({ source }) => {
        const { title, sentence } = stepWording(source, names);
        return `${title}: ${sentence}`;
      }),
    );
  const passed = (line: Serialized<ReturnType<typeof pricedLine>>): string[] =>
    line.notApplied.map((one) => {
      const { title, sentence } = notAppliedWording(one, names);
      return `${title}: ${sentence}`;
    });

  it('have a heading and a sentence for each step, and for what did not apply', () => {
    const entries = [percentEntry('-12.5', CLAY), percentEntry('-5')];
    const levels = [schools({ entries, rounding: null })];
    const setup = setupOf({ levels, basePrices: [basePrice('18.43')] });
    const line = serialized(pricedLine(setup, documentOf()));
    expect(wordings(line)).toEqual([
      'Base price: of CL-0207 per bag in version 7',
      'Level Schools: 12.5 % off the base price of all items in Clay',
      'Rounded to 2 decimals: unit prices in EUR, halves away from zero',
    ]);
    expect(passed(line)).toEqual([
      '5 % off the base price of all items: a more specific entry applies: 12.5 % off the base price of all items in Clay',
    ]);
  });

  it('say agreements, typed prices, prices by hand, units and currencies', () => {
    const yen = agreement('100', { currency: 'JPY', minQuantity: decimal('5') });
    const facts = factsOf({
      rates: [
        { currency: 'JPY', rate: decimal('163.27') },
        { currency: 'USD', rate: decimal('1.1') },
      ],
    });
    const inPallets = documentOf('1', {
      facts,
      currency: 'USD',
      lines: [lineOf('1', { unit: 'pallet' })],
    });
    expect(
      wordings(serialized(pricedLine(setupOf({ agreements: [yen] }), inPallets))).slice(0, 3),
    ).toEqual([
      'Agreed price: of the customer, 100 from 5',
      'Currency exchange: 100 JPY divided by 163.27 times 1.1 (through EUR)',
      'Per pallet: from the price per bag, times 60',
    ]);
    const typed = setupOf({ levels: [schools({ typedPrices: [typedPrice('10')] })] });
    const line = serialized(pricedLine(typed, documentOf()));
    expect(wordings(line)).toEqual(['Level Schools: item price of CL-0207 Stoneware body, 10']);
    expect(passed(line)).toEqual([
      'Level Schools: the level has an item price, so nothing more is taken off',
    ]);
    const byHand = lineOf('1', { priceByHand: { price: decimal('9'), reason: 'torn bag' } });
    expect(
      wordings(serialized(pricedLine(setupOf(), documentOf('1', { lines: [byHand] })))),
    ).toEqual(['Manual price: per bag: torn bag']);
  });

  it('say why another level was not taken', () => {
    const segment = { code: 'shops', name: 'Shops', level: 'trade' };
    const gone = { id: 'a', level: 'gone', scope: CLAY, window: { from: null, until: null } };
    const customer = customerOf({ segment, assignments: [gone] });
    const setup = setupOf({ levels: [schools(), schools({ id: 'trade', name: 'Trade' })] });
    const line = pricedLine(setup, documentOf('1', { facts: factsOf({ customer }) }));
    expect(passed(serialized(line))).toEqual([
      'Price level, assigned to the customer for all items in Clay: not in version 7',
      'Level Trade, of segment Shops: level Schools comes first, assigned to the customer',
    ]);
  });

  it('have a sentence for every reason', () => {
    const window = { from: '2026-03-01', until: '2026-05-31' };
    const reasons: [Reason, string][] = [
      [{ kind: 'outsideWindow', window, day: '2026-06-01' }, 'ended on 2026-05-31'],
      [{ kind: 'outsideWindow', window, day: '2026-02-01' }, 'starts on 2026-03-01'],
      [
        { kind: 'asksForMore', minQuantity: decimal('5'), missing: decimal('3'), unit: 'bag' },
        '3 more bags needed',
      ],
      [{ kind: 'notAllowedAtOutlet', outlet: 'The fair' }, 'not allowed at The fair'],
      [{ kind: 'dearerTogether' }, 'its items cost less singly'],
      [{ kind: 'unitsMissing', missing: 1 }, '1 more unit needed'],
      [
        {
          kind: 'unitsMissing',
          missing: 3,
          goods: [
            { quantity: 2, scopes: [CLAY] },
            { quantity: 1, scopes: [{ kind: 'item', item: 'CL-0207' }, { kind: 'all' }] },
          ],
        },
        '2 more units of all items in Clay and 1 more unit of CL-0207 Stoneware body or all items needed',
      ],
      [{ kind: 'basisMissing', basis: { kind: 'listPrice' } }, 'item has no list price'],
      [
        { kind: 'belowFirstBand', price: divide(decimal('1'), decimal('3')), from: decimal('1') },
        '0.3333333333... is less than its first band, 1',
      ],
    ];
    for (const [reason, sentence] of reasons) {
      expect(reasonSentence(serialized(reason), names)).toBe(sentence);
    }
  });

  it('say why there is no price', () => {
    const sentences: [LineProblem, string][] = [
      [
        { kind: 'noStartPrice' },
        'No price. Set a base price, or a price level or cost table that gives one.',
      ],
      [{ kind: 'itemUnknown' }, 'Not in the catalogue. Choose another item.'],
      [
        { kind: 'unitNotOfItem', unit: 'drum' },
        'Not sold by drum. Choose one of the item’s units.',
      ],
      [{ kind: 'quantityNotPositive' }, 'Quantity is zero or less. Enter more than 0.'],
      [
        { kind: 'quantityTooFine', digits: 0, unit: 'bag' },
        'Part of a bag is not possible. Enter a whole number.',
      ],
      [
        { kind: 'quantityTooFine', digits: 3, unit: 'kg' },
        'Too many decimals for kg. Enter at most 3 decimals.',
      ],
      [{ kind: 'durationMissing', timeUnit: 'day' }, 'Priced per day. Enter how many.'],
      [{ kind: 'durationNotPositive' }, 'Duration is zero or less. Enter more than 0.'],
      [{ kind: 'durationNotAsked' }, 'Not priced by time. Remove the duration.'],
      [
        { kind: 'noExchangeRate', from: 'EUR', to: 'JPY' },
        'No EUR to JPY rate. Add it under Exchange rates.',
      ],
      [
        { kind: 'roundsToZero', unitPrice: decimal('0.004'), digits: 2 },
        'No price: 0.004 rounded to 2 decimals would be zero.',
      ],
    ];
    for (const [problem, sentence] of sentences) {
      expect(problemSentence(serialized(problem))).toBe(sentence);
    }
  });
});
