import { DEMO_SERIES, FIXED_PRICES, type DemoSeries } from './goods';
import type { SeededRandom } from './random';

export interface DemoItem {
  readonly number: string;
  readonly name: string;
  readonly category: string;
  readonly unit: string;
  readonly quantityDigits: number;
  /** In EUR per unit. */
  readonly basePrice: string;
}

/** The goods of the demo, with prices drawn once for all by the seed. */
export function demoItems(random: SeededRandom): DemoItem[] {
  return DEMO_SERIES.flatMap((series) =>
    series.names.split('; ').map((name, index) => {
      const { category, unit, quantityDigits } = series;
      const number = itemNumber(series, index);
      const drawn = drawPrice(series, random);
      return {
        number,
        name,
        category,
        unit,
        quantityDigits,
        basePrice: FIXED_PRICES[number] ?? drawn,
      };
    }),
  );
}

function itemNumber({ prefix, from, step }: DemoSeries, index: number): string {
  return `${prefix}-${String(from + index * step).padStart(4, '0')}`;
}

/** A price people would print: up to the next 5 cents, and to 10 euros above a thousand. */
function drawPrice({ cents, spread }: DemoSeries, random: SeededRandom): string {
  const drawn = cents + (spread === 0 ? 0 : random.whole(spread));
  const increment = drawn > 100_000 ? 1000 : 5;
  const price = Math.ceil(drawn / increment) * increment;
  return `${String(Math.floor(price / 100))}.${String(price % 100).padStart(2, '0')}`;
}
