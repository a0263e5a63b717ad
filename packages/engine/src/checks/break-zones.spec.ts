import fc from 'fast-check';
import {
  compare,
  decimal,
  fromInteger,
  make,
  multiply,
  print,
  type Decimal,
} from '../number/decimal';
import { runs } from '../testing/runs';
import {
  priceInversions,
  harmlessPrice,
  harmlessThreshold,
  percentDownTo,
  type PriceStep,
} from './break-zones';

const ONE = fromInteger(1);
const CENT = decimal('0.01');

const stepsOf = (steps: Readonly<Record<string, string>>): PriceStep[] =>
  Object.entries(steps)
    .map(([from, price]) => ({ from: decimal(from), unitPrice: decimal(price) }))
    .toSorted((a, b) => compare(a.from, b.from));

const zones = (steps: readonly PriceStep[], smallest = ONE): string[] =>
  priceInversions(steps, smallest).map(
    ({ from, until, cheaper }) => `${print(from)} to ${print(until)} over ${print(cheaper)}`,
  );

describe('where buying more costs less', () => {
  it('worked example 4: 24 cost more than 25', () => {
    const steps = stepsOf({ '1': '4.00', '10': '3.80', '25': '3.52' });
    expect(zones(steps)).toEqual(['24 to 24 over 25']);
    const [zone] = priceInversions(steps, ONE);
    expect(zone && [zone.untilTotal, zone.cheaperTotal].map(print)).toEqual(['91.20', '88.00']);
  });

  it('reaches over more than one step', () => {
    expect(zones(stepsOf({ '1': '4.00', '10': '3.80', '12': '2.00' }))).toEqual([
      '7 to 11 over 12',
    ]);
  });

  it('is nowhere where the steps are small, and where more costs more each', () => {
    expect(zones(stepsOf({ '1': '4.00', '10': '3.80' }))).toEqual([]);
    expect(zones(stepsOf({ '1': '4.00', '10': '5.00' }))).toEqual([]);
    expect(zones(stepsOf({ '1': '0.00', '10': '0.00' }))).toEqual([]);
  });

  it('is found to the smallest step of a quantity', () => {
    expect(zones(stepsOf({ '0.1': '10.00', '2.5': '8.00' }), decimal('0.1'))).toEqual([
      '2.1 to 2.4 over 2.5',
    ]);
  });

  const schedules = fc
    .uniqueArray(fc.tuple(fc.integer({ min: 2, max: 60 }), fc.integer({ min: 0, max: 900 })), {
      selector: ([from]) => from,
      maxLength: 4,
    })
    .map((steps): PriceStep[] =>
      [[1, 900] as const, ...steps.toSorted(([a], [b]) => a - b)].map(([from, cents]) => ({
        from: make(from, 0),
        unitPrice: make(cents, 2),
      })),
    );
  const totalOf = (steps: readonly PriceStep[], quantity: number): Decimal => {
    const at = make(quantity, 0);
    const price = steps.findLast(({ from }) => compare(from, at) <= 0)?.unitPrice;
    return multiply(at, price ?? at);
  };

  it('begins where trying every quantity finds the first that costs more', () => {
    fc.assert(
      fc.property(schedules, (steps) => {
        const slowly = steps.flatMap(({ from }) => {
          const at = Number(print(from));
          for (let quantity = 1; quantity < at; quantity += 1) {
            if (compare(totalOf(steps, quantity), totalOf(steps, at)) > 0) {
              return [`${String(quantity)} to ${String(at - 1)} over ${String(at)}`];
            }
          }
          return [];
        });
        expect(zones(steps)).toEqual(slowly);
      }),
      { numRuns: runs(500) },
    );
  });
});

describe('the ways out of a zone', () => {
  const before = { from: fromInteger(10), unitPrice: decimal('15.39') };

  it('a threshold at which the step is harmless', () => {
    const step = { from: fromInteger(25), unitPrice: decimal('14.26') };
    const threshold = harmlessThreshold(before, step, ONE);
    expect(threshold && print(threshold)).toBe('13');
    expect(zones([before, { ...step, from: fromInteger(13) }])).toEqual([]);
    expect(zones([before, { ...step, from: fromInteger(14) }])).toEqual(['13 to 13 over 14']);
    const steep = { from: fromInteger(25), unitPrice: decimal('9.00') };
    expect(harmlessThreshold(before, steep, ONE)).toBeNull();
    expect(harmlessThreshold(before, before, ONE)).toBeNull();
  });

  it('the most off at which it is harmless', () => {
    const lowest = harmlessPrice(before, fromInteger(25), ONE, CENT);
    expect(print(lowest)).toBe('14.78'); // 24 x 15.39 / 25 = 14.7744
    expect(print(percentDownTo(decimal('16.20'), lowest))).toBe('8.7');
    const softened = { from: fromInteger(25), unitPrice: lowest };
    expect(zones([before, softened])).toEqual([]);
    expect(zones([before, { ...softened, unitPrice: decimal('14.77') }])).toEqual([
      '24 to 24 over 25',
    ]);
  });
});
