import { Decimal as Reference } from 'decimal.js';
import fc from 'fast-check';
import { decimal, print } from '../../number/decimal';
import type { TaxFacts } from '../../setup/facts';
import type { DocumentEffect } from '../../setup/rule';
import { documents, setups } from '../../testing/arbitraries';
import { leastMet, runs } from '../../testing/runs';
import {
  basePrice,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  ruleOf,
  setupOf,
} from '../../testing/saltmarsh';
import { serialized } from '../../number/serialized';
import type { PricingContext } from '../line/line-in-progress';
import { price } from '../price-document';
import { taxOf } from './tax';

const CLASSES: TaxFacts['classes'] = [
  { code: 'full', name: 'Full', category: 'S', rate: decimal('20') },
  { code: 'low', name: 'Low', category: 'S', rate: decimal('10') },
  { code: 'none', name: 'None', category: 'E', rate: decimal('0') },
];

function context(tax: TaxFacts): PricingContext {
  const facts = factsOf({ tax });
  return {
    facts,
    amountDigits: 2,
    setup: setupOf(),
    isolateLines: false,
  } as unknown as PricingContext;
}

describe('tax', () => {
  /**
   * The second example invoice that CEN/TC 434 published with EN 16931 (from memory): five lines under
   * three classes, with an allowance and a charge of 100 under the full rate. Its lines below zero are
   * returns, which are documents of their own with us, so the step is asked by itself.
   */
  it('comes out as the worked figures of EN 16931 say', () => {
    const goods = [
      ['laptop', '1273.00', 'full'],
      ['returned book', '-3.96', 'low'],
      ['book', '4.96', 'low'],
      ['returned mouse', '-25.00', 'none'],
      ['cable', '187.50', 'full'],
    ].map(([item = '', net = '', taxClass = '']) => ({ item, net: decimal(net), taxClass }));
    const facts: TaxFacts = { classes: CLASSES, items: goods, others: 'full' };
    const others = [decimal('-100'), decimal('100')];
    expect(serialized(taxOf({ goods, others }, context(facts)))).toEqual({
      classes: [
        { category: 'S', rate: '20', taxable: '1460.50', tax: '292.10' },
        { category: 'S', rate: '10', taxable: '1.00', tax: '0.10' },
        { category: 'E', rate: '0', taxable: '-25.00', tax: '0.00' },
      ],
      unclassed: '0.00',
      amount: '292.20',
    });
  });

  it('is rounded once for a class, not line by line', () => {
    const numbers = ['IT-1', 'IT-2', 'IT-3'];
    const tax: TaxFacts = {
      classes: CLASSES,
      items: numbers.map((item) => ({ item, taxClass: 'low' })),
      others: null,
    };
    const items = numbers.map((item) => itemOf({ item }));
    const setup = setupOf({ basePrices: numbers.map((item) => ({ ...basePrice('0.14'), item })) });
    const lines = numbers.map((item) => lineOf('1', { id: item, item }));
    const done = price(
      setup,
      documentOf('1', { facts: factsOf({ customer: null, items, tax }), lines }),
    );
    // 10 % of 0.42 is 0.04; of 0.14 it would be 0.01 three times
    expect([done.tax?.amount, done.totalWithTax].map((one) => one && print(one))).toEqual([
      '0.04',
      '0.46',
    ]);
  });

  it('is on what lines are sold for after what is taken off the document, and on all else', () => {
    const off: DocumentEffect = {
      kind: 'subtotal',
      off: { kind: 'amount', amount: decimal('-10') },
    };
    const charge: DocumentEffect = { kind: 'charge', amount: decimal('4.00') };
    const items = [itemOf({ item: 'IT-1' }), itemOf({ item: 'IT-2' })];
    const tax: TaxFacts = {
      classes: CLASSES,
      items: [
        { item: 'IT-1', taxClass: 'full' },
        { item: 'IT-2', taxClass: 'low' },
      ],
      others: 'full',
    };
    const setup = setupOf({
      basePrices: items.map(({ item }) => ({ ...basePrice('50.00'), item })),
      rules: [ruleOf(off), { ...ruleOf(charge), id: 'charge' }],
    });
    const lines = items.map(({ item }) => lineOf('1', { id: item, item }));
    const document = documentOf('1', {
      facts: factsOf({ customer: null, items, tax }),
      lines,
      shipping: decimal('6.00'),
    });
    const { tax: found, total, totalWithTax } = price(setup, document);
    expect(serialized(found?.classes ?? [])).toEqual([
      { category: 'S', rate: '20', taxable: '55.00', tax: '11.00' },
      { category: 'S', rate: '10', taxable: '45.00', tax: '4.50' },
    ]);
    expect([print(total), print(totalWithTax)]).toEqual(['100.00', '115.50']);
  });

  it('is not known of what has no class, and is none where none is charged', () => {
    const tax: TaxFacts = { classes: CLASSES, items: [], others: null };
    const document = documentOf('2', { facts: factsOf({ customer: null, tax }) });
    const done = price(setupOf(), document);
    expect(serialized(done.tax)).toEqual({ classes: [], unclassed: '36.80', amount: '0.00' });
    const free = price(setupOf(), documentOf('2', { facts: factsOf({ customer: null }) }));
    expect([free.tax, print(free.totalWithTax)]).toEqual([null, '36.80']);
  });

  it('adds up: what is taxed is the total, and each tax is what another calculator makes of it', () => {
    let taxed = 0;
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        const { tax, total, totalWithTax } = price(
          { ...setup, roundingMode: 'halfAwayFromZero' },
          document,
        );
        if (!tax) return;
        const figure = (one: Parameters<typeof print>[0]): Reference => new Reference(print(one));
        let sum = figure(tax.unclassed);
        let whole = new Reference(0);
        for (const { taxable, rate, tax: own } of tax.classes) {
          sum = sum.plus(figure(taxable));
          whole = whole.plus(figure(own));
          const exact = figure(taxable).times(figure(rate)).dividedBy(100);
          expect(
            exact.toDecimalPlaces(taxable.scale, Reference.ROUND_HALF_UP).equals(figure(own)),
          ).toBeTrue();
          taxed += 1;
        }
        expect(sum.equals(figure(total))).toBeTrue();
        expect(whole.plus(figure(total)).equals(figure(totalWithTax))).toBeTrue();
      }),
      { numRuns: runs(300) },
    );
    expect(taxed).toBeGreaterThan(leastMet(100));
  });
});
