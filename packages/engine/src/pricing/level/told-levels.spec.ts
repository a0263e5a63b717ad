import { decimal } from '../../number/decimal';
import { serialized } from '../../number/serialized';
import type { PricingDocument } from '../../setup/document';
import type { Setup } from '../../setup/setup';
import { pricedLine } from '../../testing/priced';
import {
  agreement,
  basePrice,
  customerOf,
  documentOf,
  entryOf,
  factsOf,
  itemOf,
  lineOf,
  percentEntry,
  schools,
  setupOf,
  typedPrice,
} from '../../testing/saltmarsh';

const shop = {
  code: 'shop',
  name: 'Harbour shop',
  timeZone: 'UTC',
  level: null,
  levelsAllowed: null,
} as const;
const segment = { code: 'edu', name: 'Education', level: null } as const;
const studios = schools({ id: 'studios', name: 'Studios' });
const named = (id: string, name: string) => ({ id, name, currency: 'EUR' });

/** What is told besides the price, with whom it is of, as JSON has it. */
function told(setup: Partial<Setup>, document: Partial<PricingDocument> = {}) {
  const whole = setupOf({ basePrices: [basePrice('18.40')], ...setup });
  return serialized(pricedLine(whole, documentOf('1', document)).notApplied);
}

describe('what is told of the levels that a line could have', () => {
  const everybody = {
    facts: factsOf({
      customer: customerOf({ level: 'schools', segment: { ...segment, level: 'gone' } }),
      outlet: { ...shop, level: 'studios' },
    }),
  };

  it('is each with who gives it: a missing one by its id, others by the one that comes first', () => {
    expect(told({ levels: [schools(), studios] }, everybody)).toEqual([
      {
        subject: { kind: 'missingLevel', id: 'gone', by: { kind: 'segment', name: 'Education' } },
        reasons: [{ kind: 'notInVersion', version: 7 }],
      },
      {
        subject: {
          kind: 'levelChoice',
          level: named('studios', 'Studios'),
          by: { kind: 'outlet', name: 'Harbour shop' },
        },
        reasons: [
          {
            kind: 'anotherLevelFirst',
            level: named('schools', 'Schools'),
            by: { kind: 'customer' },
          },
        ],
      },
    ] as unknown as ReturnType<typeof told>);
  });

  it('is the same level once, whoever else gives it', () => {
    const facts = factsOf({
      customer: customerOf({ segment: { ...segment, level: 'schools' } }),
      outlet: { ...shop, level: 'schools' },
    });
    const setup = { levels: [schools()], defaultLevel: 'schools' };
    expect(told(setup, { facts, level: 'schools' })).toEqual([]);
  });

  it('is that nothing gives one only where nothing else is told', () => {
    const facts = factsOf({ customer: null, outlet: shop });
    expect(told({ levels: [] }, { facts })).toEqual([
      { subject: { kind: 'anyLevel' }, reasons: [{ kind: 'nothingGivesALevel' }] },
    ]);
    expect(told({ levels: [] }, { facts, level: 'gone' })).toEqual([
      {
        subject: { kind: 'missingLevel', id: 'gone', by: { kind: 'document' } },
        reasons: [{ kind: 'notInVersion', version: 7 }],
      },
    ]);
  });

  it('is an assignment that has ended, with its level, or its id where that is missing', () => {
    const window = { from: null, until: '2026-11-23' };
    const assignments = ['studios', 'gone'].map((level) => ({
      id: `of ${level}`,
      level,
      scope: { kind: 'all' } as const,
      window,
    }));
    const facts = factsOf({ customer: customerOf({ assignments }) });
    const [one, other] = told({ levels: [schools(), studios] }, { facts });
    const outside = [{ kind: 'outsideWindow', window, day: '2026-11-24' }];
    expect(one as unknown).toEqual({
      subject: {
        kind: 'levelChoice',
        level: named('studios', 'Studios'),
        by: { kind: 'assignment', assignment: assignments[0] },
      },
      reasons: outside,
    });
    expect(other as unknown).toEqual({
      subject: {
        kind: 'missingLevel',
        id: 'gone',
        by: { kind: 'assignment', assignment: assignments[1] },
      },
      reasons: outside,
    });
  });

  it('is nothing of an assignment that is in force', () => {
    const assignments = [
      {
        id: 'one',
        level: 'schools',
        scope: { kind: 'all' } as const,
        window: { from: null, until: null },
      },
    ];
    const facts = factsOf({ customer: customerOf({ level: null, assignments }) });
    expect(told({ levels: [schools()] }, { facts })).toEqual([]);
  });
});

describe('what is told of the level that a line has', () => {
  const level = named('schools', 'Schools');
  const kinds = (all: ReturnType<typeof told>) =>
    all.map(({ subject, reasons }) => [subject.kind, ...reasons.map(({ kind }) => kind)]);

  it('is its rounding, where no entry made the price, and that none reaches the item', () => {
    const other = percentEntry('-5', { kind: 'category', category: 'glazes' });
    const all = told({ levels: [schools({ entries: [other] })] });
    expect(all as unknown[]).toEqual([
      {
        subject: { kind: 'level', level },
        reasons: [{ kind: 'noEntryReachesItem', item: 'CL-0207' }],
      },
      {
        subject: {
          kind: 'levelRounding',
          level,
          rule: {
            kind: 'increment',
            currency: 'EUR',
            increment: '0.05',
            direction: 'nearest',
            leastPrice: null,
          },
        },
        reasons: [{ kind: 'noEntryPricedItem' }],
      },
    ]);
    expect(kinds(told({ levels: [schools({ entries: [other], rounding: null })] }))).toEqual([
      ['level', 'noEntryReachesItem'],
    ]);
  });

  it('is that the item is excepted, or that its price is typed', () => {
    expect(told({ levels: [schools({ exceptions: ['CL-0207'] })] }) as unknown[]).toEqual([
      { subject: { kind: 'level', level }, reasons: [{ kind: 'itemExcepted', item: 'CL-0207' }] },
    ]);
    const typed = told({ levels: [schools({ typedPrices: [typedPrice('15')] })] });
    expect(kinds(typed)).toEqual([['level', 'priceTyped']]);
  });

  it('is a typed price that another one goes before, with that one', () => {
    const typedPrices = [typedPrice('15'), typedPrice('14', { minQuantity: decimal('5') })];
    const [dearer] = told({ levels: [schools({ typedPrices })] }, { lines: [lineOf('5')] });
    expect(dearer?.reasons as unknown[]).toEqual([
      { kind: 'anotherTypedPriceFirst', price: { amount: '14', currency: 'EUR' } },
    ]);
  });

  it('is an entry that the item lacks something for: a cost, a unit, a table, a price by its name', () => {
    const why = (entry: ReturnType<typeof entryOf>, item = {}) =>
      told(
        { levels: [schools({ entries: [entry], rounding: null })] },
        { facts: factsOf({ items: [itemOf(item)] }) },
      )[0]?.reasons as unknown[];
    const off = { kind: 'percent', percent: decimal('-5') } as const;
    const cost = (kind: string | null) => ({ kind: 'cost', cost: kind }) as never;
    expect(why(entryOf(off, { kind: 'all' }, { basis: cost('last') }))).toEqual([
      { kind: 'basisMissing', basis: { kind: 'cost', cost: 'last' } },
    ]);
    const table = { kind: 'costTable', table: 'gone' } as never;
    expect(why(entryOf(off, { kind: 'all' }, { basis: table }))).toEqual([
      { kind: 'notInVersion', version: 7 },
    ]);
    const inBoxes = { kind: 'set', price: decimal('5'), unit: 'box' } as const;
    expect(why(entryOf(inBoxes))).toEqual([{ kind: 'unitNotOfItem', unit: 'box' }]);
    const byName = { kind: 'namedPrice', name: 'street' } as never;
    const others = { namedPrices: [{ name: 'trade', amount: decimal('9'), currency: 'EUR' }] };
    expect(why(entryOf(off, { kind: 'all' }, { basis: byName }), others)).toEqual([
      { kind: 'basisMissing', basis: { kind: 'namedPrice', name: 'street' } },
    ]);
  });
});

describe('what the workings say of an agreement', () => {
  const source = (party: 'customer' | 'segment') => {
    const one =
      party === 'customer'
        ? agreement('15')
        : agreement('15', { party: { kind: 'segment', segment: 'edu' } });
    const facts = factsOf({ customer: customerOf({ segment }) });
    const setup = setupOf({ basePrices: [basePrice('18.40')], agreements: [one] });
    return pricedLine(setup, documentOf('1', { facts })).slices[0]?.steps[0]?.source;
  };

  it('is the segment that it is with, and none where it is with the customer', () => {
    expect(source('segment') as unknown).toEqual(
      jasmine.objectContaining({ kind: 'agreement', segment: { code: 'edu', name: 'Education' } }),
    );
    expect(source('customer') as unknown).toEqual(
      jasmine.objectContaining({ kind: 'agreement', segment: null }),
    );
  });
});
