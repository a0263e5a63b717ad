import fc from 'fast-check';
import { decimal, make, print, type Decimal } from '../number/decimal';
import { compareExact, printExact, type Exact } from '../number/exact';
import { bandAt } from '../pricing/cost/band-at';
import { priceOfCost } from '../pricing/cost/cost-adjustment';
import type { CostBand } from '../setup/cost-table';
import { costBands } from '../testing/arbitraries';
import { bandsOf, markup, times } from '../testing/saltmarsh';
import { inversions, withoutInversions } from './inversions';

const DIGITS = { priceDigits: 2, costDigits: 2 };
const SLIDING = bandsOf({ '0': times('5'), '3.20': times('4.5'), '6.40': times('4') });

function priceAt(bands: readonly CostBand[], cost: Decimal): Exact | null {
  const adjustment = bandAt(bands, cost)?.adjustment;
  return !adjustment || adjustment.kind === 'byRequest' ? null : priceOfCost(cost, adjustment);
}

describe('inversions of a cost table', () => {
  it('names the edge, the two prices and the costs it spans', () => {
    const [first, second] = inversions(SLIDING);
    expect(first && [first.below, first.above, first.from, first.until].map(printExact)).toEqual([
      '16.00',
      '14.400',
      '2.88',
      '3.5555555555...',
    ]);
    expect(second && print(second.at)).toBe('6.40');
    expect(inversions(SLIDING).length).toBe(2);
  });

  it('finds none where prices rise', () => {
    expect(inversions(bandsOf({ '0': markup('10'), '5': markup('20') }))).toEqual([]);
  });

  it('finds none, and mends nothing, where prices meet at the edge', () => {
    // twice the cost up to 10, then 20 and from 15 on 20 + 0 more: 20 on both sides of each edge
    const meeting = bandsOf({
      '0': times('2'),
      '10': { kind: 'set', price: decimal('20') },
      '15': { kind: 'amount', amount: decimal('5') },
    });
    expect(inversions(meeting)).toEqual([]);
    expect(withoutInversions(meeting, DIGITS)).toEqual(meeting);
  });

  it('holds a price through a band that catches up just at its end', () => {
    // 20 at 10; from 10 on once the cost, which is 20 again at 20, where the next band begins
    const falling = bandsOf({ '0': times('2'), '10': times('1'), '20': times('3') });
    expect(
      withoutInversions(falling, DIGITS).map(({ from, adjustment }) => [
        print(from),
        adjustment.kind,
      ]),
    ).toEqual([
      ['0', 'multiplier'],
      ['10', 'set'],
      ['20', 'multiplier'],
    ]);
    expect(inversions(falling).map(({ until }) => printExact(until))).toEqual(['20']);
  });

  it('spans bands that lie wholly within', () => {
    const steep = bandsOf({
      '0': times('5'),
      '10': times('1'),
      '12': times('1.1'),
      '90': times('2'),
    });
    expect(inversions(steep).map(({ at, until }) => [print(at), printExact(until)])).toEqual([
      ['10', '45.4545454545...'],
    ]);
  });

  it('finds an edge exactly where two costs around it have prices the other way round', () => {
    fc.assert(
      fc.property(costBands, (bands) => {
        const found = new Set(inversions(bands).map(({ at }) => print(at)));
        bands.slice(1).forEach(({ from }, index) => {
          const before = bands[index];
          if (!before || before.adjustment.kind === 'byRequest') return;
          const at = priceAt(bands, from);
          const falls = at !== null && compareExact(at, priceOfCost(from, before.adjustment)) < 0;
          expect(found.has(print(from))).toBe(falls);
        });
      }),
    );
  });
});

describe('the smallest repair', () => {
  it('holds the price of the edge until the band has caught up', () => {
    const repaired = withoutInversions(SLIDING, DIGITS).map(({ from, adjustment }) => [
      print(from),
      adjustment.kind === 'set' ? print(adjustment.price) : adjustment.kind,
    ]);
    expect(repaired).toEqual([
      ['0', 'multiplier'],
      ['3.20', '16.00'],
      ['3.56', 'multiplier'],
      ['6.40', '28.80'],
      ['7.20', 'multiplier'],
    ]);
  });

  it('lets a last band by request stand as it is', () => {
    const asked: CostBand[] = [
      ...SLIDING,
      { from: decimal('900'), adjustment: { kind: 'byRequest' } },
    ];
    const repaired = withoutInversions(asked, DIGITS);
    expect(repaired.at(-1)).toEqual(asked.at(-1));
    expect(repaired.slice(0, -1)).toEqual(withoutInversions(SLIDING, DIGITS));
  });

  it('leaves no inversion, lowers no price, and keeps what was in order', () => {
    fc.assert(
      fc.property(costBands, fc.array(fc.integer({ min: 0, max: 9000 })), (bands, costs) => {
        const repaired = withoutInversions(bands, DIGITS);
        expect(inversions(repaired)).toEqual([]);
        for (const cents of costs) {
          const cost = make(cents, 2);
          const [was, is] = [priceAt(bands, cost), priceAt(repaired, cost)];
          if (was === null || is === null) expect(is).toEqual(was);
          else expect(compareExact(is, was)).toBeGreaterThanOrEqual(0);
        }
        if (inversions(bands).length === 0 && rises(bands)) expect(repaired).toEqual(bands);
      }),
    );
  });
});

/** No price below zero at its first cost: those are lifted, too. */
function rises([first]: readonly CostBand[]): boolean {
  const price = first && priceAt([first], first.from);
  return price !== null && price !== undefined && compareExact(price, decimal('0')) >= 0;
}
