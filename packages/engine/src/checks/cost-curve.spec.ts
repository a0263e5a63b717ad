import { decimal, print } from '../number/decimal';
import { printExact } from '../number/exact';
import { costTable, margin, times } from '../testing/saltmarsh';
import { costCurve } from './cost-curve';

describe('the curve of a cost table', () => {
  it('has every threshold and a hundredth below, priced by the engine', () => {
    const curve = costCurve(
      costTable(
        { '0': times('5'), '3.20': times('4.5'), '6.40': margin('50') },
        { fees: { percent: decimal('0'), fixed: decimal('1') } },
      ),
      'last',
    );
    const at = (cost: string) => {
      const point = curve.find((one) => print(one.cost) === cost);
      return point?.price && [print(point.price), point.margin && printExact(point.margin)];
    };
    expect(at('3.19')).toEqual(['16.95', '81.1799410029...']);
    expect(at('3.20')).toEqual(['15.40', '79.2207792207...']);
    expect(at('6.40')?.[0]).toBe('13.80');
    const costs = curve.map(({ cost }) => Number(print(cost)));
    expect(costs).toEqual(costs.toSorted((a, b) => a - b));
    expect(costs.at(-1)).toBe(9.6);
  });

  it('has each cost once, a step below a threshold alone, and nothing below zero', () => {
    const costsOf = (...from: string[]): number[] => {
      const bands = Object.fromEntries(from.map((one) => [one, times('2')]));
      return costCurve(costTable(bands), 'last').map(({ cost }) => Number(print(cost)));
    };
    for (const costs of [costsOf('0', '3.20'), costsOf('0', '0.01', '5'), costsOf('2')]) {
      expect(new Set(costs).size).toBe(costs.length);
      expect(Math.min(...costs)).toBeGreaterThan(0);
    }
    // the end of the curve is no threshold
    expect(costsOf('0', '3.20')).toContain(3.19);
    expect(costsOf('0', '3.20')).not.toContain(4.79);
    expect(costsOf('0', '3.20').at(-1)).toBe(4.8);
  });

  it('has a straight margin where the markup is one, near a cost of zero, too', () => {
    const curve = costCurve(costTable({ '0': { kind: 'markup', percent: decimal('85') } }), 'last');
    expect(print(curve[0]?.cost ?? decimal('9'))).toBe('0.01');
    // 85 / 185
    for (const { margin } of curve) expect(printExact(margin ?? decimal('0'))).toMatch(/^45\.94/);
  });

  it('is there for a table of purchase costs, of one band, and has gaps where there is no price', () => {
    const purchase = costTable(
      {},
      { costs: [{ cost: 'purchase', bands: [{ from: decimal('2'), adjustment: times('2') }] }] },
    );
    expect(costCurve(purchase, 'purchase').every((point) => point.price !== null)).toBeTrue();
    const request = costTable({ '0': times('2'), '10': { kind: 'byRequest' } });
    expect(costCurve(request, 'last').some(({ price }) => price === null)).toBeTrue();
    expect(costCurve(request, 'landed').every(({ price }) => price === null)).toBeTrue();
  });
});
