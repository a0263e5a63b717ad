import { decimal, print } from '../number/decimal';
import type { PricingDocument } from '../setup/document';
import type { ItemFacts } from '../setup/facts';
import type { Level } from '../setup/level';
import { column, pricedLine, problem, unitPrice } from '../testing/priced';
import {
  agreement,
  basePrice,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentEntry,
  schools,
  setupOf,
} from '../testing/saltmarsh';

const inUnit = (unit: string, quantity = '1', item: Partial<ItemFacts> = {}): PricingDocument =>
  documentOf(quantity, {
    lines: [lineOf(quantity, { unit })],
    facts: factsOf({ items: [itemOf(item)] }),
  });

describe('a line in a further unit', () => {
  it('is priced per base unit and multiplied by the factor', () => {
    const line = pricedLine(setupOf(), inUnit('pallet', '2'));
    expect(column(line).slice(1)).toEqual([
      'levelEntry -2.208 16.192',
      'levelRounding 0.008 16.20',
      'lineUnit 955.80 972.00',
    ]);
    expect([print(line.amount), line.unit]).toEqual(['1944.00', 'pallet']);
  });

  it('is priced per that unit where it has a base price of its own', () => {
    const setup = setupOf({ basePrices: [basePrice('18.40'), basePrice('1000', 'pallet')] });
    expect(column(pricedLine(setup, inUnit('pallet')))).toEqual([
      'basePrice 1000.00 1000.00',
      'levelEntry -120.00 880.00',
      'levelRounding 0.00 880.00',
    ]);
    expect(unitPrice(setup)).toBe('16.20');
  });

  it('smaller than the pricing unit has more digits: a gram of a kilogram three more', () => {
    const gram = { units: [{ unit: 'g', factor: decimal('0.001'), digits: 0 }], unit: 'kg' };
    const line = pricedLine(setupOf({ levels: [] }), inUnit('g', '250', gram));
    expect(line.slices.map(({ unitPrice: price }) => print(price))).toEqual(['0.01840']);
    expect(print(line.amount)).toBe('4.60');
  });

  it('has as many more digits as the factor moves places, each taken as begun', () => {
    const piece = { units: [{ unit: 'piece', factor: decimal('0.25'), digits: 0 }] };
    expect(unitPrice(setupOf({ levels: [] }), inUnit('piece', '1', piece))).toBe('4.600');
  });

  it('divides without losing anything where the factor does not end', () => {
    // An agreement per pallet of 7 bags, sold by the bag and again by the pallet.
    const seven = { units: [{ unit: 'pallet', factor: decimal('7'), digits: 0 }] };
    const setup = setupOf({ agreements: [agreement('100', { unit: 'pallet' })] });
    const line = pricedLine(setup, inUnit('pallet', '1', seven));
    expect(print(line.amount)).toBe('100.00');
    expect(column(line)[0]).toBe('agreement 14.2857142857... 14.2857142857...');
    expect(column(pricedLine(setup, inUnit('bag', '7', seven)))[1]).toBe(
      'unitRounding 0.0042857142... 14.29',
    );
  });

  it('takes quantities as fine as that unit allows', () => {
    expect(problem(setupOf(), inUnit('pallet', '0.5'))).toEqual({
      kind: 'quantityTooFine',
      digits: 0,
      unit: 'pallet',
    });
  });
});

describe('goods priced by time', () => {
  it('cost quantity x unit price x duration', () => {
    const hire = documentOf('2', {
      facts: factsOf({ items: [itemOf({ timeUnit: 'day' })] }),
      lines: [lineOf('2', { duration: decimal('3') })],
    });
    const line = pricedLine(setupOf({ levels: [], basePrices: [basePrice('10.50')] }), hire);
    expect(print(line.amount)).toBe('63.00');
  });
});

describe('a shared price', () => {
  it('is the base price of every item that points to it', () => {
    const shared = { id: 'bodies', name: 'Stoneware bodies', price: decimal('17.90') };
    const setup = setupOf({
      levels: [],
      basePrices: [{ kind: 'shared', item: 'CL-0207', unit: null, shared: 'bodies' }],
      sharedPrices: [shared],
    });
    const line = pricedLine(setup, documentOf());
    expect(print(line.amount)).toBe('17.90');
    expect(line.slices[0]?.steps[0]?.source).toEqual(jasmine.objectContaining({ shared }));
  });

  it('that is gone is no price', () => {
    const basePrices = [{ kind: 'shared', item: 'CL-0207', unit: null, shared: 'x' } as const];
    expect(problem(setupOf({ basePrices }), documentOf())).toEqual({ kind: 'noStartPrice' });
  });
});

describe('a document in another currency', () => {
  const rates = [
    { currency: 'JPY', rate: decimal('163.27') },
    { currency: 'USD', rate: decimal('1.0837') },
    { currency: 'KWD', rate: decimal('0.33') },
  ];
  const inCurrency = (currency: string, quantity = '1'): PricingDocument =>
    documentOf(quantity, { currency, facts: factsOf({ rates }) });
  const level = (currency: string, changes: Partial<Level> = {}): Level =>
    schools({ currency, entries: [percentEntry('0')], rounding: null, ...changes });

  it('worked example 13: base 100 EUR, level and document in JPY, to the nearest 10', () => {
    const yen = level('JPY', {
      rounding: {
        kind: 'increment',
        currency: 'JPY',
        increment: decimal('10'),
        direction: 'nearest',
        leastPrice: null,
      },
    });
    const setup = setupOf({ basePrices: [basePrice('100')], levels: [yen] });
    const line = pricedLine(setup, inCurrency('JPY'));
    expect(column(line)).toEqual([
      'basePrice 100.00 100.00',
      'exchange 16327 16327',
      'levelEntry 0 16327',
      'levelRounding 3 16330',
    ]);
    expect(print(line.amount)).toBe('16330');
  });

  it('takes the level’s currency first and its own after the level', () => {
    const setup = setupOf({ basePrices: [basePrice('100')], levels: [level('JPY')] });
    expect(column(pricedLine(setup, inCurrency('USD')))).toEqual([
      'basePrice 100.00 100.00',
      'exchange 16327 16327',
      'levelEntry 0 16327',
      'exchange 108.37 108.37',
    ]);
  });

  it('goes from one foreign currency to another through home, exactly', () => {
    const yen = agreement('1000', { currency: 'JPY' });
    const line = pricedLine(setupOf({ agreements: [yen] }), inCurrency('USD'));
    expect(column(line)).toEqual([
      'agreement 1000 1000',
      'exchange 6.6374716726... 6.6374716726...',
      'unitRounding 0.0025283273... 6.64',
    ]);
  });

  it('ends unit prices and amounts with the digits of ISO 4217', () => {
    const setup = setupOf({ levels: [] });
    expect(unitPrice(setup, inCurrency('KWD'))).toBe('6.072');
    expect(unitPrice(setup, inCurrency('JPY'))).toBe('3004');
  });

  it('has no price where a rate is missing, and says which', () => {
    expect(problem(setupOf(), inCurrency('GBP'))).toEqual({
      kind: 'noExchangeRate',
      from: 'EUR',
      to: 'GBP',
    });
    const pounds = setupOf({ levels: [level('GBP')] });
    expect(problem(pounds, inCurrency('EUR'))).toEqual({
      kind: 'noExchangeRate',
      from: 'EUR',
      to: 'GBP',
    });
  });

  it('leaves alone what a rounding rule in another currency would round', () => {
    const dollars = schools({ currency: 'USD' });
    const line = pricedLine(setupOf({ levels: [dollars] }), inCurrency('USD'));
    expect(print(line.amount)).toBe('17.55');
    expect(line.notApplied[0]?.subject.kind).toBe('levelRounding');
    expect(line.notApplied[0]?.reasons).toEqual([
      { kind: 'ruleInOtherCurrency', rule: 'EUR', price: 'USD' },
    ]);
  });
});
