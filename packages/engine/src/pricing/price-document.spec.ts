import fc from 'fast-check';
import { compileSetup } from '../compile/compile-setup';
import { reachingSetup } from '../compile/reaching-setup';
import { decimal, print } from '../number/decimal';
import type { PricingDocument } from '../setup/document';
import type { Setup } from '../setup/setup';
import { stageOf } from '../setup/rule';
import { documents, levels, setups } from '../testing/arbitraries';
import { column, pricedLine, problem, unitPrice } from '../testing/priced';
import { leastMet, runs } from '../testing/runs';
import {
  basePrice,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentEntry,
  schools,
  setupOf,
} from '../testing/saltmarsh';
import { price, priceDocument } from './price-document';
import type { LineProblem } from '../result/priced';

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
        kind: 'increment',
        currency: 'EUR',
        increment: decimal('0.05'),
        direction: 'up',
        leastPrice: decimal('1.00'),
      },
    });
    const at = (base: string): string =>
      unitPrice(setupOf({ levels: [level], basePrices: [basePrice(base)] }));
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
      basePrices: [basePrice('1.24')],
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
    const free = setupOf({ basePrices: [basePrice('0.00')] });
    expect(unitPrice(free)).toBe('0.00');
  });
});

describe('a line without a price', () => {
  const cases: readonly [string, Setup, PricingDocument, LineProblem][] = [
    [
      'an unknown item',
      setupOf(),
      documentOf('1', { facts: factsOf({ items: [] }) }),
      { kind: 'itemUnknown' },
    ],
    ['no base price', setupOf({ basePrices: [] }), documentOf(), { kind: 'noStartPrice' }],
    [
      'a unit that the item does not have',
      setupOf(),
      documentOf('1', { lines: [lineOf('1', { unit: 'drum' })] }),
      { kind: 'unitNotOfItem', unit: 'drum' },
    ],
    [
      'hire without a duration',
      setupOf(),
      documentOf('1', { facts: factsOf({ items: [itemOf({ timeUnit: 'day' })] }) }),
      { kind: 'durationMissing', timeUnit: 'day' },
    ],
    [
      'a duration of goods that are not hired',
      setupOf(),
      documentOf('1', { lines: [lineOf('1', { duration: decimal('2') })] }),
      { kind: 'durationNotAsked' },
    ],
    [
      'a duration of nothing',
      setupOf(),
      documentOf('1', {
        facts: factsOf({ items: [itemOf({ timeUnit: 'day' })] }),
        lines: [lineOf('1', { duration: decimal('0') })],
      }),
      { kind: 'durationNotPositive' },
    ],
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
      setupOf({ levels: [], basePrices: [basePrice('0.004')] }),
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
    const lines = [...document.lines, lineOf('1', { id: '2', item: 'NO-1' })];
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
    let priced = 0;
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        const once = price(setup, document);
        priced += once.lines.length - once.unpricedLines;
        expect(price(structuredClone(setup), structuredClone(document))).toEqual(once);
      }),
      { numRuns: runs(1000) },
    );
    expect(priced).withContext('the setups must give prices').toBeGreaterThan(leastMet(500));
  });

  it('without workings the prices are the same', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        const bare = priceDocument(compileSetup(setup), document, { workings: false });
        const full = price(setup, document);
        expect(amounts(bare)).toEqual(amounts(full));
        expect(bare.total).toEqual(full.total);
      }),
      { numRuns: runs(500) },
    );
  });

  it('a level nobody reaches changes nothing', () => {
    fc.assert(
      fc.property(setups, documents, levels('Z'), (setup, document, level) => {
        const more = { ...setup, levels: [...setup.levels, level] };
        expect(price(more, document)).toEqual(price(setup, document));
      }),
    );
  });

  it('the part of a setup that a document reaches prices it alike', () => {
    let smaller = 0;
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        const part = reachingSetup(setup, document);
        smaller += setup.levels.length - part.levels.length;
        expect(price(part, document)).toEqual(price(setup, document));
      }),
      { numRuns: runs(500) },
    );
    expect(smaller).withContext('the part must be smaller').toBeGreaterThan(leastMet(100));
  });

  it('a line priced by hand, or as promised, keeps what it would be without, before what is done to several lines', () => {
    const closed = { priceByHand: 0, kept: 0 };
    fc.assert(
      fc.property(setups, documents, ({ rules, ...rest }, document) => {
        const ofLines = rules.filter(({ effect }) => stageOf(effect) === 'line');
        const setup = { ...rest, floors: [], rules: ofLines };
        const ofNobody = { ...document, discount: null };
        for (const [index, line] of price(setup, ofNobody).lines.entries()) {
          if (line.kind !== 'priced') continue;
          const { closedBy } = line;
          if (closedBy !== 'priceByHand' && closedBy !== 'kept') continue;
          closed[closedBy] += 1;
          const lines = document.lines.map((one, place) =>
            place === index ? { ...one, ...WITHOUT[closedBy] } : one,
          );
          const without = price(setup, { ...ofNobody, lines }).lines[index] ?? null;
          // a set-up charge is of the document: it is told on the lines as they are
          expect(line.computed).toEqual(
            without?.kind === 'priced' ? { ...without, setUp: null } : without,
          );
        }
      }),
      { numRuns: runs(500) },
    );
    for (const [by, lines] of Object.entries(closed)) {
      expect(lines)
        .withContext(`there must be lines closed by ${by}`)
        .toBeGreaterThan(leastMet(15));
    }
  });
});

/** A promise has what was taken off by hand in itself; a price by hand is told without either. */
const WITHOUT = {
  priceByHand: { priceByHand: null, kept: null, discount: null },
  kept: { priceByHand: null, kept: null },
} as const;

function amounts(document: ReturnType<typeof price>): unknown[] {
  return document.lines.map((line) =>
    line.kind === 'priced'
      ? [line.amount, line.level, line.closedBy, line.slices.map(({ unitPrice }) => unitPrice)]
      : line.problem,
  );
}
