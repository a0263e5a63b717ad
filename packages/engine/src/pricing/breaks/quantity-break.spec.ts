import { decimal, print } from '../../number/decimal';
import { printExact } from '../../number/exact';
import type { PricingDocument } from '../../setup/document';
import type { BreakBasis, QuantityBreak } from '../../setup/quantity-break';
import { column, passedOver, pricedLine, problem, slices } from '../../testing/priced';
import {
  basePrice,
  breakOf,
  costOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentEntry,
  schools,
  setTo,
  setupOf,
} from '../../testing/saltmarsh';
import { price } from '../price-document';

const NOBODY = factsOf({ customer: null });

/** Bags at 4.00 for nobody in particular, under some breaks. */
function bags(quantity: string, ...breaks: QuantityBreak[]) {
  return [
    setupOf({ basePrices: [basePrice('4.00')], breaks }),
    documentOf(quantity, { facts: NOBODY }),
  ] as const;
}

const ofQuantity = (quantity: string, ...breaks: QuantityBreak[]): string =>
  slices(price(...bags(quantity, ...breaks)).lines[0]);

const TIERS = { '10': '-5', '25': '-12' };

describe('a quantity break on every unit', () => {
  it('worked example 4: the tier that is reached prices every unit', () => {
    expect(ofQuantity('9', breakOf(TIERS))).toBe('9 x 4.00 = 36.00');
    expect(ofQuantity('10', breakOf(TIERS))).toBe('10 x 3.80 = 38.00');
    expect(ofQuantity('24', breakOf(TIERS))).toBe('24 x 3.80 = 91.20');
    expect(ofQuantity('25', breakOf(TIERS))).toBe('25 x 3.52 = 88.00');
  });

  // Nahmias, Production and Operations Analysis, the trash-bag example (from memory)
  it('is the all-units schedule of the textbook: 0.30, 0.29 from 500, 0.28 from 1,000', () => {
    const schedule = breakOf({ '500': setTo('0.29'), '1000': setTo('0.28') });
    const total = (quantity: string): string => {
      const setup = setupOf({ basePrices: [basePrice('0.30')], breaks: [schedule] });
      return print(price(setup, documentOf(quantity, { facts: NOBODY })).total);
    };
    expect(['499', '500', '999', '1000', '1200'].map(total)).toEqual([
      '149.70', // 0.30 Q
      '145.00', // 0.29 Q
      '289.71',
      '280.00', // 0.28 Q
      '336.00',
    ]);
  });

  it('a line in pallets counts its bags, and a count in pallets its pallets', () => {
    const ofPallets = (one: QuantityBreak): string => {
      const [setup, document] = bags('1', one);
      const lines = [lineOf('1', { unit: 'pallet' })];
      return slices(price(setup, { ...document, lines }).lines[0]);
    };
    expect(ofPallets(breakOf({ '60': '-10' }))).toBe('1 x 216.00 = 216.00');
    expect(ofPallets(breakOf({ '61': '-10' }))).toBe('1 x 240.00 = 240.00');
    const inPallets = breakOf({ '1': '-10' }, { measure: { kind: 'quantity', unit: 'pallet' } });
    expect(ofPallets(inPallets)).toBe('1 x 216.00 = 216.00');
    expect(ofQuantity('59', inPallets)).toBe('59 x 4.00 = 236.00');
    expect(ofQuantity('60', inPallets)).toBe('60 x 3.60 = 216.00');
  });

  it('takes a percent, an amount off each, or sets a price, per the unit it names', () => {
    const off = breakOf({ '2': { kind: 'amount', amount: decimal('-0.50'), unit: null } });
    expect(ofQuantity('2', off)).toBe('2 x 3.50 = 7.00');
    const perPallet = breakOf({ '2': setTo('210.00', 'pallet') });
    expect(ofQuantity('2', perPallet)).toBe('2 x 3.50 = 7.00');
    expect(ofQuantity('2', breakOf({ '2': setTo('3', 'drum') }))).toBe('2 x 4.00 = 8.00');
  });

  it('takes no more than there is', () => {
    const all = breakOf({ '1': { kind: 'amount', amount: decimal('-5'), unit: null } });
    expect(ofQuantity('3', all)).toBe('3 x 0.00 = 0.00');
    expect(column(pricedLine(...bags('3', all)))).toContain('quantityBreak -4.00 0.00');
  });

  it('a set price or another basis counts only where it is lower, unless it says always', () => {
    expect(ofQuantity('5', breakOf({ '2': setTo('4.20') }))).toBe('5 x 4.00 = 20.00');
    expect(ofQuantity('5', breakOf({ '2': setTo('4.20') }, { always: true }))).toBe(
      '5 x 4.20 = 21.00',
    );
    expect(passedOver(pricedLine(...bags('5', breakOf({ '2': setTo('4.20') }))))).toContain(
      'break: notLower',
    );
    // more than the price after the level, where it is reckoned on that: it is as somebody wanted
    expect(ofQuantity('5', breakOf({ '2': '5' }))).toBe('5 x 4.20 = 21.00');
  });

  it('is reckoned on the price after the level, the base price or a cost', () => {
    const under = (basis: BreakBasis, tier = '-10'): string => {
      const setup = setupOf({
        basePrices: [basePrice('4.00')],
        levels: [schools({ entries: [percentEntry('-50')], rounding: null })],
        breaks: [breakOf({ '2': tier }, { basis, always: true })],
      });
      const facts = factsOf({ items: [itemOf({ costs: [costOf('1.50')] })] });
      return slices(price(setup, documentOf('2', { facts })).lines[0]);
    };
    expect(under({ kind: 'afterLevel' })).toBe('2 x 1.80 = 3.60');
    expect(under({ kind: 'basePrice' })).toBe('2 x 3.60 = 7.20');
    expect(under({ kind: 'cost', cost: 'last' }, '20')).toBe('2 x 1.80 = 3.60');
    // no such cost, so the break does not match
    expect(under({ kind: 'cost', cost: 'landed' })).toBe('2 x 2.00 = 4.00');
  });

  it('rounds what a tier makes, and nothing else', () => {
    const rounding = {
      kind: 'increment',
      currency: 'EUR',
      increment: decimal('0.25'),
      direction: 'nearest',
      leastPrice: null,
    } as const;
    const one = breakOf({ '2': '-12' }, { rounding });
    expect(ofQuantity('1', one)).toBe('1 x 4.00 = 4.00');
    expect(column(pricedLine(...bags('2', one)))).toEqual([
      'basePrice 4.00 4.00',
      'quantityBreak -0.48 3.52',
      'breakRounding -0.02 3.50',
    ]);
  });

  it('may end with a price by request', () => {
    const one = breakOf({ '10': '-5', '100': { kind: 'byRequest' } });
    expect(ofQuantity('99', one)).toBe('99 x 3.80 = 376.20');
    expect(problem(...bags('100', one))).toEqual({
      kind: 'tierByRequest',
      break: 'Clay by the bag',
      from: decimal('100'),
    });
  });
});

describe('an incremental break', () => {
  const incremental = (
    tiers: Parameters<typeof breakOf>[0],
    changes: Partial<QuantityBreak> = {},
  ) => breakOf(tiers, { mode: 'incremental', ...changes });

  it('worked example 5: each tier prices only the units inside it', () => {
    expect(ofQuantity('30', incremental(TIERS))).toBe(
      '9 x 4.00 = 36.00 + 15 x 3.80 = 57.00 + 6 x 3.52 = 21.12',
    );
    expect(print(price(...bags('30', incremental(TIERS))).total)).toBe('114.12');
    expect(ofQuantity('9', incremental(TIERS))).toBe('9 x 4.00 = 36.00');
    expect(ofQuantity('10', incremental(TIERS))).toBe('9 x 4.00 = 36.00 + 1 x 3.80 = 3.80');
  });

  // Nahmias, as above (from memory): the first 500 bags stay at the first price
  it('is the incremental schedule of the textbook: 0.30 Q, 5 + 0.29 Q, 15 + 0.28 Q', () => {
    const schedule = incremental({ '501': setTo('0.29'), '1001': setTo('0.28') });
    const total = (quantity: string): string => {
      const setup = setupOf({ basePrices: [basePrice('0.30')], breaks: [schedule] });
      return print(price(setup, documentOf(quantity, { facts: NOBODY })).total);
    };
    expect(['500', '501', '1000', '1200'].map(total)).toEqual([
      '150.00',
      '150.29',
      '295.00',
      '351.00',
    ]);
  });

  it('leaves the part up to the threshold below where a unit can be divided', () => {
    const setup = setupOf({
      basePrices: [basePrice('4.00')],
      breaks: [incremental({ '2.5': '-50' })],
    });
    const facts = factsOf({ customer: null, items: [itemOf({ quantityDigits: 3 })] });
    const [line] = price(setup, documentOf('4', { facts })).lines;
    expect(slices(line)).toBe('2.5 x 4.00 = 10.00 + 1.5 x 2.00 = 3.00');
  });

  it('begins with the third of whole units where the threshold is 2.5', () => {
    expect(ofQuantity('4', incremental({ '2.5': '-50' }))).toBe(
      '2 x 4.00 = 8.00 + 2 x 2.00 = 4.00',
    );
  });

  it('splits a line in pallets into bags, and keeps one in a single tier in pallets', () => {
    const ofPallets = (one: QuantityBreak): string => {
      const [setup, document] = bags('1', one);
      return slices(
        price(setup, { ...document, lines: [lineOf('2', { unit: 'pallet' })] }).lines[0],
      );
    };
    expect(ofPallets(incremental({ '61': '-50' }))).toBe('60 x 4.00 = 240.00 + 60 x 2.00 = 120.00');
    expect(ofPallets(incremental({ '200': '-50' }))).toBe('2 x 240.00 = 480.00');
    expect(ofPallets(incremental({ '1': '-50' }))).toBe('2 x 120.00 = 240.00');
    const measure = { kind: 'quantity', unit: 'pallet' } as const;
    expect(ofPallets(incremental({ '2': '-50' }, { measure }))).toBe(
      '60 x 4.00 = 240.00 + 60 x 2.00 = 120.00',
    );
  });

  it('fills tiers in line order where the count spans several lines', () => {
    const setup = setupOf({
      basePrices: [basePrice('4.00')],
      breaks: [incremental(TIERS, { count: 'goods' })],
    });
    const lines = ['6', '6', '20'].map((quantity, index) =>
      lineOf(quantity, { id: String(index) }),
    );
    const priced = price(setup, documentOf('1', { facts: NOBODY, lines }));
    expect(priced.lines.map(slices)).toEqual([
      '6 x 4.00 = 24.00',
      '3 x 4.00 = 12.00 + 3 x 3.80 = 11.40',
      '12 x 3.80 = 45.60 + 8 x 3.52 = 28.16',
    ]);
  });

  it('gives no price at all where a part of the line is by request', () => {
    const one = incremental({ '10': { kind: 'byRequest' } });
    expect(ofQuantity('9', one)).toBe('9 x 4.00 = 36.00');
    expect(problem(...bags('10', one))?.kind).toBe('tierByRequest');
  });
});

describe('what a break counts', () => {
  const GLAZE = itemOf({
    item: 'GL-1',
    categories: [{ code: 'glaze', name: 'Glazes' }],
    family: { code: 'brush', name: 'Brush-on' },
    units: [],
  });
  const goods = [
    basePrice('4.00'),
    { ...basePrice('4.00'), item: 'CL-2' },
    { ...basePrice('4.00'), item: 'GL-1' },
  ];
  const CLAY = { scopes: [{ kind: 'category' as const, category: 'clay' }] };

  /** What the clay of a line costs with so many of it, of another clay and of a glaze. */
  function each(
    one: QuantityBreak,
    quantities: readonly [string, string, string],
    changes: Partial<PricingDocument> = {},
  ): string {
    const items = [itemOf(), itemOf({ item: 'CL-2' }), GLAZE];
    const lines = items.map(({ item }, index) =>
      lineOf(quantities[index] ?? '1', { id: item, item }),
    );
    const facts = factsOf({ customer: null, items });
    const setup = setupOf({ basePrices: goods, breaks: [one] });
    const priced = price(setup, documentOf('1', { facts, lines, ...changes }));
    return priced.lines
      .map((line) => (line.kind === 'priced' ? line.slices.map((s) => print(s.unitPrice)) : '-'))
      .join(' ');
  }

  it('the line, all lines of the item, all that it reaches, or the document', () => {
    const half = (count: QuantityBreak['count']) => breakOf({ '5': '-50' }, { ...CLAY, count });
    expect(each(half('line'), ['4', '1', '9'])).toBe('4.00 4.00 4.00');
    expect(each(half('line'), ['5', '1', '9'])).toBe('2.00 4.00 4.00');
    expect(each(half('item'), ['4', '4', '9'])).toBe('4.00 4.00 4.00');
    expect(each(half('goods'), ['4', '1', '9'])).toBe('2.00 2.00 4.00');
    expect(each(half('goods'), ['3', '1', '9'])).toBe('4.00 4.00 4.00');
    expect(each(half('document'), ['3', '1', '1'])).toBe('2.00 2.00 4.00');
  });

  it('the lines of an item together, also in other units', () => {
    const setup = setupOf({
      basePrices: goods,
      breaks: [breakOf({ '61': '-50' }, { count: 'item' })],
    });
    const lines = [lineOf('1'), lineOf('1', { id: '2', unit: 'pallet' })];
    const priced = price(setup, documentOf('1', { facts: NOBODY, lines }));
    expect(priced.lines.map(slices)).toEqual(['1 x 2.00 = 2.00', '1 x 120.00 = 120.00']);
  });

  it('nothing of items that do not have the count’s unit', () => {
    const pallets = { kind: 'quantity', unit: 'pallet' } as const;
    const one = breakOf({ '1': '-50' }, { count: 'goods', measure: pallets });
    expect(each(one, ['30', '30', '60'])).toBe('2.00 2.00 4.00');
  });

  it('what is spent after the level, each line rounded', () => {
    const one = breakOf(
      { '40.00': '-50' },
      { ...CLAY, count: 'goods', measure: { kind: 'amount' } },
    );
    expect(each(one, ['9', '1', '9'])).toBe('2.00 2.00 4.00');
    expect(each(one, ['8', '1', '9'])).toBe('4.00 4.00 4.00');
  });

  it('amounts in another currency at the document’s rate, rounded to its minor digits', () => {
    const one = breakOf(
      { '43.35': '-50' },
      { count: 'line', measure: { kind: 'amount' }, currency: 'USD' },
    );
    const rates = [{ currency: 'USD', rate: decimal('1.0837') }];
    const facts = factsOf({ customer: null, rates });
    const setup = setupOf({ basePrices: [basePrice('4.00')], breaks: [one] });
    // 43.35 USD are 40.0018... EUR, which is 40.00
    expect(slices(price(setup, documentOf('10', { facts })).lines[0])).toBe('10 x 2.00 = 20.00');
    expect(passedOver(pricedLine(setup, documentOf('10', { facts: NOBODY })))).toContain(
      'break: noRate',
    );
  });

  it('the term of goods that are priced by time', () => {
    const one = breakOf({ '12': '-50' }, { measure: { kind: 'term' } });
    const hire = (duration: string): string => {
      const facts = factsOf({ customer: null, items: [itemOf({ timeUnit: 'month' })] });
      const lines = [lineOf('1', { duration: decimal(duration) })];
      const setup = setupOf({ basePrices: [basePrice('4.00')], breaks: [one] });
      return slices(price(setup, documentOf('1', { facts, lines })).lines[0]);
    };
    expect(hire('11')).toBe('1 x 4.00 = 44.00');
    expect(hire('12')).toBe('1 x 2.00 = 24.00');
    expect(passedOver(pricedLine(...bags('20', one)))).toContain('break: notCounted');
  });

  it('closed lines too, but prices nothing on them', () => {
    const one = breakOf({ '5': '-50' }, { ...CLAY, count: 'goods' });
    const byHand = { price: decimal('3.90'), reason: 'a promise' };
    const lines = [lineOf('4', { priceByHand: byHand }), lineOf('1', { id: '2' })];
    const setup = setupOf({ basePrices: goods, breaks: [one] });
    const priced = price(setup, documentOf('1', { facts: NOBODY, lines }));
    expect(priced.lines.map(slices)).toEqual(['4 x 3.90 = 15.60', '1 x 2.00 = 2.00']);
    const [closed] = priced.lines;
    expect(closed?.kind === 'priced' && passedOver(closed)).toContain('break: lineClosed');
    // and what the line would be without its price by hand is counted as it stands there
    expect(closed?.kind === 'priced' && closed.computed && slices(closed.computed)).toBe(
      '4 x 2.00 = 8.00',
    );
  });

  it('no line whose price has no rate, whether a break reaches it or not', () => {
    const glaze = itemOf({ item: 'GL-2100', categories: [{ code: 'glaze', name: 'Glazes' }] });
    const facts = factsOf({ customer: null, items: [itemOf(), glaze] });
    const byHand = { price: decimal('3.90'), reason: 'a promise' };
    // the bags are in euros, and the document has no rate for them
    const lines = [lineOf('4'), lineOf('3', { id: '2', item: 'GL-2100', priceByHand: byHand })];
    const document = documentOf('1', { currency: 'USD', facts, lines });
    const one = breakOf(
      { '9': '-50' },
      {
        scopes: [{ kind: 'category', category: 'glaze' }],
        count: 'document',
      },
    );
    const [, line] = price(setupOf({ basePrices: goods, breaks: [one] }), document).lines;
    const reasons = line?.kind === 'priced' ? line.notApplied.flatMap((told) => told.reasons) : [];
    const below = reasons.find(({ kind }) => kind === 'belowFirstTier');
    expect(below?.kind === 'belowFirstTier' && printExact(below.counted)).toBe('3');
  });
});
