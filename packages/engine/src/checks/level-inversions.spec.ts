import fc from 'fast-check';
import { compare, decimal, make, multiply, fromInteger } from '../number/decimal';
import { compareExact, printExact } from '../number/exact';
import type { Adjustment, LevelEntry } from '../setup/level';
import { price } from '../pricing/price-document';
import { runs } from '../testing/runs';
import { basePrice, documentOf, entryOf, schools, setupOf } from '../testing/saltmarsh';
import { levelInversions } from './level-inversions';

const percent = (text: string): Adjustment => ({ kind: 'percent', percent: decimal(text) });

function byPrice(bands: Readonly<Record<string, Adjustment>>): LevelEntry['adjusting'] {
  return {
    kind: 'byPrice',
    bands: Object.entries(bands).map(([from, adjustment]) => ({ from: decimal(from), adjustment })),
  };
}

function told(
  adjusting: LevelEntry['adjusting'],
  basis: LevelEntry['basis'] = { kind: 'basePrice' },
): string[][] {
  return levelInversions({ basis, adjusting }).map(({ at, below, above, from, until }) =>
    [at, below, above, from, until].map(printExact),
  );
}

describe('bands of a level', () => {
  it('are told where dearer goods get a lower price, and until which price', () => {
    // just below 20.00 it is 20.00, at 20.00 it is 18.00; from 22.22... on it is 20.00 again
    expect(told(byPrice({ '0': percent('0'), '20': percent('-10') }))).toEqual([
      ['20', '20.00', '18.00', '18', '22.2222222222...'],
    ]);
    expect(told(byPrice({ '0': percent('-10'), '20': percent('0') }))).toEqual([]);
  });

  it('may mix kinds, and are compared by what they make', () => {
    const off: Adjustment = { kind: 'amount', amount: decimal('-3'), unit: null };
    const set: Adjustment = { kind: 'set', price: decimal('30'), unit: null };
    const both: Adjustment = {
      kind: 'percentAndAmount',
      percent: decimal('-50'),
      amount: decimal('4'),
      unit: null,
    };
    // 10 -> 9 against 7; 40 -> 37 against 30; 60 -> 30 against 34
    const adjusting = byPrice({ '0': percent('-10'), '10': off, '40': set, '60': both });
    expect(told(adjusting).map(([at, below, above]) => [at, below, above])).toEqual([
      ['10', '9.00', '7'],
      ['40', '37', '30'],
    ]);
  });

  it('are compared by the cost where the entry starts from one, and nowhere else', () => {
    const markup = (text: string): Adjustment => ({ kind: 'markup', percent: decimal(text) });
    const bands = [
      { from: decimal('0'), adjustment: markup('100') },
      { from: decimal('5'), adjustment: markup('60') },
    ];
    const byCost = { kind: 'byCost', bands } as const;
    expect(told(byCost, { kind: 'cost', cost: 'last' }).map(([at]) => at)).toEqual(['5']);
    expect(told(byCost)).toEqual([]);
  });

  it('are not compared where an amount is per another unit', () => {
    const pallet: Adjustment = { kind: 'amount', amount: decimal('-60'), unit: 'pallet' };
    expect(told(byPrice({ '0': percent('0'), '20': pallet }))).toEqual([]);
  });

  it('say nothing exactly where the engine never prices dearer goods lower', () => {
    const figures = fc.integer({ min: -60, max: 60 }).map((units) => make(units, 0));
    const adjustments: fc.Arbitrary<Adjustment> = fc.oneof(
      figures.map((off) => ({ kind: 'percent' as const, percent: off })),
      figures.map((amount) => ({ kind: 'amount' as const, amount, unit: null })),
    );
    const bands = fc
      .uniqueArray(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 3 })
      .chain((froms) =>
        fc.tuple(
          ...[0, ...froms.toSorted((a, b) => a - b)].map((from) =>
            adjustments.map((adjustment) => ({ from: make(from * 100, 0), adjustment })),
          ),
        ),
      );
    fc.assert(
      fc.property(bands, (some) => {
        const entry = {
          ...entryOf(percent('0')),
          adjusting: { kind: 'byPrice' as const, bands: some },
        };
        const at = (base: string) => {
          const setup = setupOf({
            basePrices: [basePrice(base)],
            levels: [schools({ entries: [entry], rounding: null })],
          });
          const [line] = price(setup, documentOf('1')).lines;
          return line?.kind === 'priced' ? line.slices[0]?.unitPrice : undefined;
        };
        const found = levelInversions(entry);
        for (const { from } of some.slice(1)) {
          const threshold = multiply(from, fromInteger(1));
          const [below, above] = [
            at(`${String(Number(threshold.units) - 1)}.99`),
            at(String(threshold.units)),
          ];
          if (!below || !above) continue;
          const falls = found.some((one) => compare(one.at, from) === 0);
          // a cent below the threshold is near enough to see a fall of more than some cents
          if (compare(above, below) < 0) expect(falls).toBeTrue();
          const one = found.find((some_) => compare(some_.at, from) === 0);
          if (one) expect(compareExact(one.above, one.below)).toBe(-1);
        }
      }),
      { numRuns: runs(300) },
    );
  });
});
