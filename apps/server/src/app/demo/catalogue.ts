import { DEMO_SERIES, FIXED_PRICES, type DemoSeries } from './goods';
import type { SeededRandom } from './random';

export interface DemoItem {
  readonly number: string;
  readonly name: string;
  readonly series: DemoSeries;
  readonly gtin: string;
  /** In EUR per base unit. */
  readonly basePrice: string;
  /** In EUR per base unit, where the maker gives one. */
  readonly listPrice: string | null;
}

/** The goods of the demo, with prices drawn once for all by the seed. */
export function demoItems(random: SeededRandom): DemoItem[] {
  return DEMO_SERIES.flatMap((series) =>
    series.names.split('; ').map((name, index) => ({ series, name, index })),
  ).map(({ series, name, index }, place) => {
    const number = itemNumber(series, index);
    const cents = drawCents(series, random);
    const basePrice = FIXED_PRICES[number] ?? euros(cents);
    const listed = series.listAbove === undefined ? null : list(cents, series.listAbove);
    return { number, name, series, gtin: gtin(place), basePrice, listPrice: listed };
  });
}

function itemNumber({ prefix, from, step }: DemoSeries, index: number): string {
  return `${prefix}-${String(from + index * step).padStart(4, '0')}`;
}

/** A price people would print: up to the next 5 cents, and to 10 euros above a thousand. */
function drawCents({ cents, spread }: DemoSeries, random: SeededRandom): number {
  const drawn = cents + (spread === 0 ? 0 : random.whole(spread));
  const increment = drawn > 100_000 ? 1000 : 5;
  return Math.ceil(drawn / increment) * increment;
}

/** The list price: so many percent more, to the next 10 cents. */
function list(cents: number, above: number): string {
  return euros(Math.ceil((cents * (100 + above)) / 1000) * 10);
}

function euros(cents: number): string {
  return `${String(Math.floor(cents / 100))}.${String(cents % 100).padStart(2, '0')}`;
}

/**
 * A GTIN-13 in GS1's range for use inside a firm (prefix 20 to 29), so that it is nobody's. The
 * check digit is GS1's: weights 1 and 3 from the left over the first twelve digits.
 */
function gtin(place: number): string {
  const digits = `2000000${String(place + 1).padStart(5, '0')}`;
  const sum = Array.from(digits, Number).reduce(
    (total, digit, at) => total + digit * (at % 2 ? 3 : 1),
    0,
  );
  return `${digits}${String((10 - (sum % 10)) % 10)}`;
}
