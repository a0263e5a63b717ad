import { decimal, print } from '../../number/decimal';
import type { PricingDocument } from '../../setup/document';
import type { Adjustment, Level, LevelEntry } from '../../setup/level';
import type { Scope } from '../../setup/scope';
import type { Setup } from '../../setup/setup';
import { column, passedOver, pricedLine, problem, unitPrice } from '../../testing/priced';
import {
  basePrice,
  costOf,
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

const CLAY: Scope = { kind: 'category', category: 'clay' };

/** A setup whose one level has these entries and rounds nothing. */
function under(entries: readonly LevelEntry[], changes: Partial<Level> = {}): Setup {
  return setupOf({ levels: [schools({ entries, rounding: null, ...changes })] });
}

describe('the entries of a level', () => {
  const item = percentEntry('-20', { kind: 'item', item: 'CL-0207' });
  const leaf = percentEntry('-15', { kind: 'category', category: 'stoneware' });
  const root = percentEntry('-12', { kind: 'category', category: 'clay' });
  const all = percentEntry('-5', { kind: 'all' });

  it('takes the narrowest entry, wherever it stands in the list', () => {
    expect(unitPrice(under([all, root, leaf, item]))).toBe('14.72');
    expect(unitPrice(under([all, root, leaf]))).toBe('15.64');
    expect(unitPrice(under([all, root]))).toBe('16.19');
    expect(unitPrice(under([all]))).toBe('17.48');
  });

  it('takes the earlier of two that are equally narrow, and says so', () => {
    const later = { ...root, id: 'later' };
    const line = pricedLine(under([root, later]), documentOf());
    expect(line.notApplied.map(({ reasons }) => reasons)).toEqual([
      [{ kind: 'earlierEntryApplies', entry: root, currency: 'EUR' }],
    ]);
  });

  it('tells the wider entries as considered and not applied', () => {
    const line = pricedLine(under([all, root, leaf]), documentOf());
    expect(line.notApplied).toEqual(
      [root, all].map((entry) => ({
        subject: {
          kind: 'levelEntry',
          level: { id: 'schools', name: 'Schools', currency: 'EUR' },
          entry,
        },
        reasons: [{ kind: 'narrowerEntryApplies', entry: leaf, currency: 'EUR' }],
      })),
    );
  });

  it('rounds by the rule of its entry where that has one, else by the level’s', () => {
    const to = (increment: string, currency = 'EUR') =>
      ({
        kind: 'increment',
        currency,
        increment: decimal(increment),
        direction: 'nearest',
        leastPrice: null,
      }) as const;
    const at = (own: ReturnType<typeof to> | null): string =>
      unitPrice(
        setupOf({
          levels: [
            schools({
              entries: [percentEntry('-12', { kind: 'all' }, { rounding: own })],
              rounding: to('0.05'),
            }),
          ],
        }),
      );
    // 18.40 less 12 % is 16.192
    expect(at(null)).toBe('16.20');
    expect(at(to('0.50'))).toBe('16.00');
    expect(at(to('5'))).toBe('15.00');
    // a rule in another currency touches nothing, the level's does not come in its place
    expect(at(to('5', 'USD'))).toBe('16.19');
  });

  it('does not round an item that no entry reaches', () => {
    const glazes = percentEntry('-12', { kind: 'category', category: 'glaze' });
    const setup = setupOf({
      levels: [schools({ entries: [glazes] })],
      basePrices: [basePrice('18.43')],
    });
    const line = pricedLine(setup, documentOf());
    expect(column(line)).toEqual(['basePrice 18.43 18.43']);
    expect(line.notApplied.flatMap(({ reasons }) => reasons.map(({ kind }) => kind))).toEqual([
      'noEntryReachesItem',
      'noEntryPricedItem',
    ]);
  });

  it('take the ladder of narrowness: what is narrower applies, whatever the list says', () => {
    const ladder: Scope[] = [
      { kind: 'item', item: 'CL-0207' },
      { kind: 'categoryBrand', category: 'stoneware', brand: 'ebb' },
      { kind: 'categoryBrand', category: 'clay', brand: 'ebb' },
      { kind: 'supplierCategory', supplier: 'pits', category: 'clay' },
      { kind: 'family', family: 'bodies' },
      { kind: 'category', category: 'stoneware' },
      CLAY,
      { kind: 'brand', brand: 'ebb' },
      { kind: 'supplier', supplier: 'pits' },
      { kind: 'itemKind', itemKind: 'stock' },
      { kind: 'all' },
    ];
    const entries = ladder.map((scope, index) => percentEntry(`-${String(index + 1)}`, scope));
    for (const [place, entry] of entries.entries()) {
      const left = entries.slice(place);
      const line = pricedLine(under(left.toReversed()), documentOf());
      expect(line.slices[0]?.steps[1]?.source).toEqual(
        jasmine.objectContaining({ kind: 'levelEntry', entry }),
      );
      expect(line.notApplied.length).toBe(left.length - 1);
    }
  });

  it('go by the list alone where the level says so', () => {
    expect(unitPrice(under([all, item], { order: 'list' }))).toBe('17.48');
    const line = pricedLine(under([all, item], { order: 'list' }), documentOf());
    expect(passedOver(line)).toEqual(['levelEntry: earlierEntryApplies']);
  });

  it('lists at most 20 that did not apply and counts the rest', () => {
    const many = Array.from({ length: 30 }, (_, index) => ({ ...all, id: String(index) }));
    const line = pricedLine(under(many), documentOf());
    expect([line.notApplied.length, line.notAppliedMore]).toEqual([20, 9]);
  });
});

describe('an adjustment', () => {
  const EUR = (text: string): Adjustment => ({ kind: 'amount', amount: decimal(text), unit: null });
  const price = (adjustment: Adjustment, document?: PricingDocument): string =>
    unitPrice(under([entryOf(adjustment)]), document);
  const pallets = documentOf('2', { lines: [lineOf('2', { unit: 'pallet' })] });

  it('adds or takes off an amount', () => {
    expect(price(EUR('-1.50'))).toBe('16.90');
    expect(price(EUR('0.05'))).toBe('18.45');
  });

  it('makes the percent first, then the amount', () => {
    const both: Adjustment = {
      kind: 'percentAndAmount',
      percent: decimal('-10'),
      amount: decimal('-1'),
      unit: null,
    };
    expect(price(both)).toBe('15.56');
  });

  it('sets a price, and needs no base price for it', () => {
    const set: Adjustment = { kind: 'set', price: decimal('9.95'), unit: null };
    expect(price(set)).toBe('9.95');
    const bare = { ...under([entryOf(set)]), basePrices: [] };
    expect(column(pricedLine(bare, documentOf()))).toEqual(['levelEntry 9.95 9.95']);
  });

  it('in an amount per a unit is converted to the unit that the price is per', () => {
    const perPallet: Adjustment = { kind: 'amount', amount: decimal('-60'), unit: 'pallet' };
    expect(price(perPallet)).toBe('17.40');
    expect(price(perPallet, pallets)).toBe('1044.00');
    expect(price({ kind: 'set', price: decimal('1000'), unit: 'pallet' }, pallets)).toBe('1000.00');
  });

  it('per a unit that the item does not have does not match, and the next is tried', () => {
    const drum = entryOf({ kind: 'amount', amount: decimal('-5'), unit: 'drum' });
    const line = pricedLine(under([drum, percentEntry('-10', CLAY)]), documentOf());
    expect(print(line.amount)).toBe('16.56');
    const alone = pricedLine(under([drum]), documentOf());
    expect(passedOver(alone)).toContain('levelEntry: unitNotOfItem');
  });

  it('takes what is there where it would go below zero, and says so', () => {
    const line = pricedLine(under([entryOf(EUR('-20'))]), documentOf());
    expect(column(line)).toEqual(['basePrice 18.40 18.40', 'levelEntry -18.40 0.00']);
    expect(line.slices[0]?.steps[1]?.source).toEqual(jasmine.objectContaining({ tookAll: true }));
  });

  it('of a chain of levels is the product of the complements: 20/10/5 is 31.6 % (common practice)', () => {
    const step = (id: string, percent: string, from: string | null): Level =>
      schools({
        id,
        name: id,
        rounding: null,
        entries: [
          percentEntry(
            percent,
            { kind: 'all' },
            {
              basis: from === null ? { kind: 'basePrice' } : { kind: 'level', level: from },
            },
          ),
        ],
      });
    const chain = (...percents: string[]): string =>
      unitPrice({
        ...setupOf({ unitPriceDigits: { EUR: 6 }, basePrices: [basePrice('10.00')] }),
        levels: percents.map((percent, index) =>
          step(
            index === percents.length - 1 ? 'schools' : String(index),
            percent,
            index === 0 ? null : String(index - 1),
          ),
        ),
      });
    expect(chain('-20', '-10', '-5')).toBe('6.840000');
    expect(chain('-5', '-20', '-10')).toBe('6.840000');
  });
});

describe('bands by price', () => {
  const bands = entryOf(
    { kind: 'percent', percent: decimal('0') },
    { kind: 'all' },
    {
      adjusting: {
        kind: 'byPrice',
        bands: [
          { from: decimal('1'), adjustment: { kind: 'percent', percent: decimal('40') } },
          { from: decimal('5'), adjustment: { kind: 'percent', percent: decimal('30') } },
        ],
      },
    },
  );
  const at = (price: string): Setup => ({ ...under([bands]), basePrices: [basePrice(price)] });

  it('apply from their threshold upward until the next', () => {
    expect(unitPrice(at('1.00'))).toBe('1.40');
    expect(unitPrice(at('4.99'))).toBe('6.99');
    expect(unitPrice(at('5.00'))).toBe('6.50');
  });

  it('do not match a price below the first, and say so', () => {
    const line = pricedLine(at('0.99'), documentOf());
    expect(print(line.amount)).toBe('0.99');
    expect(passedOver(line)).toEqual(['levelEntry: belowFirstBand', 'level: noEntryReachesItem']);
    const [reason] = line.notApplied[0]?.reasons ?? [];
    if (reason?.kind !== 'belowFirstBand') throw new Error('it is below the first band');
    expect(print(reason.from)).toBe('1');
  });

  it('are prices of a base unit, also where a pallet has a price of its own', () => {
    const setup = { ...under([bands]), basePrices: [basePrice('240', 'pallet')] };
    const pallet = documentOf('1', { lines: [lineOf('1', { unit: 'pallet' })] });
    expect(unitPrice(setup, pallet)).toBe('336.00');
  });
});

describe('bands by cost', () => {
  const percent = (text: string) => ({ kind: 'percent', percent: decimal(text) }) as const;
  const bands = entryOf(
    percent('0'),
    { kind: 'all' },
    {
      adjusting: {
        kind: 'byCost',
        bands: [
          { from: decimal('1'), adjustment: percent('-10') },
          { from: decimal('10'), adjustment: percent('-20') },
        ],
      },
    },
  );
  const setup: Setup = { ...under([bands]), basePrices: [basePrice('50.00')] };
  const costing = (amount: string) =>
    documentOf('1', { facts: factsOf({ items: [itemOf({ costs: [costOf(amount)] })] }) });

  it('are chosen by what the item costs, whatever its price', () => {
    expect(unitPrice(setup, costing('9.99'))).toBe('45.00');
    expect(unitPrice(setup, costing('10'))).toBe('40.00');
  });

  it('name the first threshold where a cost lies below it', () => {
    const [told] = pricedLine(setup, costing('0.99')).notApplied;
    expect(told?.reasons).toEqual([
      { kind: 'belowFirstBand', price: decimal('0.99'), from: decimal('1') },
    ]);
  });
});

describe('a basis', () => {
  const listed = itemOf({
    listPrice: { amount: decimal('20'), currency: 'EUR' },
    namedPrices: [{ name: 'trade', amount: decimal('15'), currency: 'EUR' }],
  });
  const document = documentOf('1', { facts: factsOf({ items: [listed] }) });
  const off = (percent: string, basis: LevelEntry['basis'], scope: Scope = { kind: 'all' }) =>
    percentEntry(percent, scope, { basis });

  it('can be the list price or a named price', () => {
    expect(unitPrice(under([off('-10', { kind: 'listPrice' })]), document)).toBe('18.00');
    expect(unitPrice(under([off('-10', { kind: 'namedPrice', name: 'trade' })]), document)).toBe(
      '13.50',
    );
  });

  it('that the item does not have does not match, and the next narrowest is tried', () => {
    const setup = under([off('-10', { kind: 'listPrice' }, CLAY), percentEntry('-5')]);
    const line = pricedLine(setup, documentOf());
    expect(print(line.amount)).toBe('17.48');
    expect(passedOver(line)).toEqual(['levelEntry: basisMissing']);
  });

  describe('that is another level', () => {
    const trade = (changes: Partial<Level> = {}): Level =>
      schools({ id: 'trade', name: 'Trade', entries: [percentEntry('-10')], ...changes });
    const upon = (other: Level, entry = off('-50', { kind: 'level', level: 'trade' })): Setup => ({
      ...under([entry]),
      levels: [schools({ entries: [entry], rounding: null }), other],
    });

    it('is its full result, rounded, and shows how it came about', () => {
      expect(column(pricedLine(upon(trade()), documentOf()))).toEqual([
        'basePrice 18.40 18.40',
        'levelEntry -1.84 16.56',
        'levelRounding -0.01 16.55',
        'levelEntry -8.275 8.275',
        'unitRounding 0.005 8.28',
      ]);
    });

    it('is its typed price, and its base price where it excepts the item', () => {
      expect(unitPrice(upon(trade({ typedPrices: [typedPrice('10')] })))).toBe('5.00');
      expect(unitPrice(upon(trade({ exceptions: ['CL-0207'] })))).toBe('9.20');
    });

    it('does not inherit its closing', () => {
      const closing = trade({ entries: [percentEntry('-10', CLAY, { closes: true })] });
      expect(pricedLine(upon(closing), documentOf()).closedBy).toBeNull();
    });

    it('is passed over where the version does not have it, or it is not in force', () => {
      const gone = off('-50', { kind: 'level', level: 'gone' });
      expect(passedOver(pricedLine(upon(trade(), gone), documentOf()))).toContain(
        'levelEntry: notInVersion',
      );
      const ended = trade({ window: { from: null, until: '2026-11-23' } });
      expect(passedOver(pricedLine(upon(ended), documentOf()))).toContain(
        'levelEntry: outsideWindow',
      );
    });

    it('that starts from this one again ends there, with a reason', () => {
      const circle = trade({ entries: [off('-10', { kind: 'level', level: 'schools' })] });
      const line = pricedLine(upon(circle), documentOf());
      expect(column(line)).toEqual(
        ['basePrice 18.40 18.40', 'levelRounding 0.00 18.40', 'levelEntry -9.20 9.20'].filter(
          (step) => !step.startsWith('levelRounding'),
        ),
      );
      const own = under([off('-10', { kind: 'level', level: 'schools' })]);
      expect(passedOver(pricedLine(own, documentOf()))).toContain('levelEntry: levelsInACircle');
    });
  });
});

describe('an item apart', () => {
  it('worked example 16: typed at 10.00 on a level that also takes 12 % off its category', () => {
    const level = schools({ typedPrices: [typedPrice('10.00')] });
    const line = pricedLine(setupOf({ levels: [level] }), documentOf());
    expect(column(line)).toEqual(['typedPrice 10.00 10.00']);
    expect(line.closedBy).toBeNull();
    expect(passedOver(line)).toEqual(['level: priceTyped']);
  });

  it('takes the typed price with the highest minimum that the line reaches', () => {
    const typedPrices = [
      typedPrice('10.00'),
      typedPrice('9.00', { minQuantity: decimal('10') }),
      typedPrice('8.00', { minQuantity: decimal('60') }),
    ];
    const setup = setupOf({ levels: [schools({ typedPrices })] });
    expect(unitPrice(setup, documentOf('9'))).toBe('10.00');
    expect(unitPrice(setup, documentOf('10'))).toBe('9.00');
    const pallet = documentOf('1', { lines: [lineOf('1', { unit: 'pallet' })] });
    expect(unitPrice(setup, pallet)).toBe('480.00');
    expect(passedOver(pricedLine(setup, documentOf('59')))).toEqual([
      'typedPrice: asksForMore',
      'typedPrice: anotherTypedPriceFirst',
      'level: priceTyped',
    ]);
  });

  it('typed prices have dates and a unit, and may close the line', () => {
    const typedPrices = [
      typedPrice('7.00', { window: { from: '2026-11-25', until: null } }),
      typedPrice('480.00', { unit: 'pallet', closes: true }),
      typedPrice('7.50', { window: { from: '2026-11-01', until: '2026-11-24' } }),
    ];
    const all = setupOf({ levels: [schools({ typedPrices })] });
    // Dated before undated, though it stands later in the list.
    expect(unitPrice(all)).toBe('7.50');
    const setup = setupOf({ levels: [schools({ typedPrices: typedPrices.slice(0, 2) })] });
    const line = pricedLine(setup, documentOf());
    expect([print(line.amount), line.closedBy]).toEqual(['8.00', 'typedPrice']);
  });

  it('that is excepted keeps its base price, unrounded', () => {
    const level = schools({ exceptions: ['CL-0207'] });
    const setup = setupOf({ levels: [level], basePrices: [basePrice('18.43')] });
    const line = pricedLine(setup, documentOf());
    expect(column(line)).toEqual(['basePrice 18.43 18.43']);
    expect(passedOver(line)).toEqual(['level: itemExcepted']);
  });

  it('without any price is an error, also under a level', () => {
    expect(problem({ ...under([percentEntry('-5')]), basePrices: [] }, documentOf())).toEqual({
      kind: 'noStartPrice',
    });
  });

  it('an entry may close the line', () => {
    const line = pricedLine(under([percentEntry('-5', CLAY, { closes: true })]), documentOf());
    expect(line.closedBy).toBe('levelEntry');
    expect(customerOf().level).toBe(line.level?.level.id ?? null);
  });
});
