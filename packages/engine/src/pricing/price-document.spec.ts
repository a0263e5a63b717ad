import fc from 'fast-check';
import { decimal, print } from '../number/decimal';
import { documents, levels, setups } from '../testing/arbitraries';
import { documentOf, percentEntry, schools, setupOf } from '../testing/saltmarsh';
import { compileSetup } from '../compile/compile-setup';
import { reachingSetup } from '../compile/reaching-setup';
import type { PricingDocument } from '../setup/document';
import type { Setup } from '../setup/setup';
import { price, priceDocument } from './price-document';
import type { LineProblem, LineWithPrice } from './priced';

function pricedLine(setup: Setup, document: PricingDocument): LineWithPrice {
  const line = price(setup, document).lines[0];
  if (line?.kind !== 'priced') throw new Error(`expected a price, got ${JSON.stringify(line)}`);
  return line;
}

const column = (line: LineWithPrice): string[] =>
  line.slices.flatMap(({ steps }) =>
    steps.map(({ source, change, after }) => `${source.kind} ${print(change)} ${print(after)}`),
  );
const unitPrice = (setup: Setup, document = documentOf()): string =>
  pricedLine(setup, document)
    .slices.map((slice) => print(slice.unitPrice))
    .join();
const problem = (setup: Setup, document: PricingDocument): LineProblem | undefined => {
  const line = price(setup, document).lines[0];
  return line?.kind === 'unpriced' ? line.problem : undefined;
};

describe('a price', () => {
  it('worked example 1: base 18.40, level -12 %, nearest 0.05', () => {
    const line = pricedLine(setupOf(), documentOf());
    expect(column(line)).toEqual([
      'basePrice 18.40 18.40',
      'levelEntry -2.208 16.192',
      'levelRounding 0.008 16.20',
    ]);
    expect(print(line.amount)).toBe('16.20');
    expect(line.notApplied).toEqual([]);
  });

  it('worked example 12: up to 0.05, least 1.00', () => {
    const level = schools({
      entries: [percentEntry('0', { kind: 'all' })],
      rounding: {
        currency: 'EUR',
        increment: decimal('0.05'),
        direction: 'up',
        leastPrice: decimal('1.00'),
      },
    });
    const at = (base: string): string =>
      unitPrice(
        setupOf({ levels: [level], basePrices: [{ item: 'CL-0207', price: decimal(base) }] }),
      );
    expect(at('0.31')).toBe('1.00');
    expect(at('2.01')).toBe('2.05');
  });

  it('is the rounded unit price times the quantity', () => {
    const line = pricedLine(setupOf(), documentOf('24'));
    expect(print(line.slices[0]?.quantity ?? decimal('0'))).toBe('24');
    expect(print(line.amount)).toBe('388.80');
  });

  it('ends with the digits of a unit price, halves away from zero', () => {
    const level = schools({ entries: [percentEntry('-12.5', { kind: 'all' })], rounding: null });
    const setup = setupOf({
      levels: [level],
      basePrices: [{ item: 'CL-0207', price: decimal('1.24') }],
    });
    expect(column(pricedLine(setup, documentOf()))).toEqual([
      'basePrice 1.24 1.24',
      'levelEntry -0.155 1.085',
      'unitRounding 0.005 1.09',
    ]);
    expect(unitPrice({ ...setup, roundingMode: 'halfToEven' })).toBe('1.08');
    expect(unitPrice({ ...setup, unitPriceDigits: { EUR: 4 } })).toBe('1.0850');
  });

  it('of a base price typed as 0.00 is 0.00', () => {
    const free = setupOf({ basePrices: [{ item: 'CL-0207', price: decimal('0.00') }] });
    expect(unitPrice(free)).toBe('0.00');
  });

  describe('under a level', () => {
    const item = percentEntry('-20', { kind: 'item', item: 'CL-0207' });
    const leaf = percentEntry('-15', { kind: 'category', category: 'stoneware' });
    const root = percentEntry('-12', { kind: 'category', category: 'clay' });
    const all = percentEntry('-5', { kind: 'all' });
    const under = (...entries: (typeof item)[]): Setup =>
      setupOf({ levels: [schools({ entries, rounding: null })] });

    it('takes the narrowest entry, wherever it stands in the list', () => {
      expect(unitPrice(under(all, root, leaf, item))).toBe('14.72');
      expect(unitPrice(under(all, root, leaf))).toBe('15.64');
      expect(unitPrice(under(all, root))).toBe('16.19');
      expect(unitPrice(under(all))).toBe('17.48');
    });

    it('takes the earlier of two that are equally narrow, and says so', () => {
      const later = { ...root, id: 'later' };
      const line = pricedLine(under(root, later), documentOf());
      expect(line.notApplied.map(({ reasons }) => reasons)).toEqual([
        [{ kind: 'earlierEntryApplies', entry: root }],
      ]);
    });

    it('tells the wider entries as considered and not applied', () => {
      const line = pricedLine(under(all, root, leaf), documentOf());
      expect(line.notApplied).toEqual(
        [root, all].map((entry) => ({
          subject: { kind: 'levelEntry', level: { id: 'schools', name: 'Schools' }, entry },
          reasons: [{ kind: 'narrowerEntryApplies', entry: leaf }],
        })),
      );
    });

    it('does not round an item that no entry reaches', () => {
      const glazes = percentEntry('-12', { kind: 'category', category: 'glaze' });
      const setup = setupOf({
        levels: [schools({ entries: [glazes] })],
        basePrices: [{ item: 'CL-0207', price: decimal('18.43') }],
      });
      const line = pricedLine(setup, documentOf());
      expect(column(line)).toEqual(['basePrice 18.43 18.43']);
      expect(line.notApplied.flatMap(({ reasons }) => reasons.map(({ kind }) => kind))).toEqual([
        'noEntryReachesItem',
        'noEntryPricedItem',
      ]);
    });

    it('leaves alone what its rounding rule has no currency for', () => {
      const setup = setupOf({ homeCurrency: 'USD' });
      const line = pricedLine(setup, documentOf('1', { currency: 'USD' }));
      expect(print(line.amount)).toBe('16.19');
      expect(line.notApplied[0]?.reasons).toEqual([
        { kind: 'ruleInOtherCurrency', rule: 'EUR', price: 'USD' },
      ]);
    });

    it('is the base price where the customer has none, is unknown, or has one that is gone', () => {
      const { facts } = documentOf();
      const noLevel = { ...facts, customer: { code: 'X', name: 'X', level: null } };
      const gone = { ...facts, customer: { code: 'X', name: 'X', level: 'gone' } };
      const reasons = (changed: PricingDocument['facts']): unknown =>
        pricedLine(setupOf(), documentOf('1', { facts: changed })).notApplied[0]?.reasons;
      expect(reasons(noLevel)).toEqual([{ kind: 'customerHasNoLevel' }]);
      expect(reasons({ ...facts, customer: null })).toEqual([{ kind: 'customerUnknown' }]);
      expect(reasons(gone)).toEqual([{ kind: 'notInVersion', version: 7 }]);
    });

    it('lists at most 20 that did not apply and counts the rest', () => {
      const many = Array.from({ length: 30 }, (_, index) => ({ ...all, id: String(index) }));
      const line = pricedLine(under(...many), documentOf());
      expect([line.notApplied.length, line.notAppliedMore]).toEqual([20, 9]);
    });
  });
});

describe('a line without a price', () => {
  const facts = documentOf().facts;
  const cases: readonly [string, Setup, PricingDocument, LineProblem][] = [
    [
      'an unknown item',
      setupOf(),
      documentOf('1', { facts: { ...facts, items: [] } }),
      { kind: 'itemUnknown' },
    ],
    ['no base price', setupOf({ basePrices: [] }), documentOf(), { kind: 'noStartPrice' }],
    ['a zero quantity', setupOf(), documentOf('0'), { kind: 'quantityNotPositive' }],
    ['a negative quantity', setupOf(), documentOf('-1'), { kind: 'quantityNotPositive' }],
    [
      'half a bag',
      setupOf(),
      documentOf('1.5'),
      { kind: 'quantityTooFine', digits: 0, unit: 'bag' },
    ],
    [
      'a currency without a rate',
      setupOf(),
      documentOf('1', { currency: 'JPY' }),
      { kind: 'noExchangeRate', from: 'EUR', to: 'JPY' },
    ],
    [
      'a price that would round to zero',
      setupOf({ levels: [], basePrices: [{ item: 'CL-0207', price: decimal('0.004') }] }),
      documentOf(),
      { kind: 'roundsToZero', unitPrice: decimal('0.004'), digits: 2 },
    ],
  ];
  for (const [name, setup, document, expected] of cases) {
    it(`says why: ${name}`, () => {
      expect(problem(setup, document)).toEqual(expected);
    });
  }

  it('is left out of the total and counted', () => {
    const document = documentOf('2');
    const lines = [...document.lines, { id: '2', item: 'NO-1', quantity: decimal('1') }];
    const result = price(setupOf(), { ...document, lines });
    expect([print(result.total), result.unpricedLines]).toEqual(['32.40', 1]);
  });

  it('takes 2.0 bags as two', () => {
    expect(problem(setupOf(), documentOf('2.0'))).toBeUndefined();
  });
});

describe('the laws of pricing', () => {
  // The engine checks each slice itself and throws where its workings do not add up.
  it('hold for any setup: the same inputs give the same document, and workings add up', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        expect(price(setup, document)).toEqual(
          price(structuredClone(setup), structuredClone(document)),
        );
      }),
      { numRuns: 500 },
    );
  });

  it('a level no customer of the document has changes nothing', () => {
    fc.assert(
      fc.property(setups, documents, levels('C'), (setup, document, level) => {
        const more = { ...setup, levels: [...setup.levels, level] };
        expect(price(more, document)).toEqual(price(setup, document));
      }),
    );
  });

  it('the part of a setup that a document reaches prices it alike', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        const part = reachingSetup(setup, document);
        expect(part.levels.length).toBeLessThanOrEqual(1);
        expect(priceDocument(compileSetup(part), document)).toEqual(price(setup, document));
      }),
      { numRuns: 500 },
    );
  });
});
