import { fromInteger, multiply, type Decimal } from '../../number/decimal';
import { compareExact, type Exact } from '../../number/exact';

const ONE = fromInteger(1);

/**
 * The band that a value lies in: the last whose threshold times the factor is not above it, found by
 * halving; undefined below the first.
 * @param factor how many of the thresholds' units one unit of the value is
 */
export function bandAt<Band extends { readonly from: Decimal }>(
  bands: readonly Band[],
  value: Exact,
  factor: Decimal = ONE,
): Band | undefined {
  const isOne = factor.units === 1 && factor.scale === 0;
  let [low, high] = [0, bands.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    const band = bands[middle];
    if (band && compareExact(isOne ? band.from : multiply(band.from, factor), value) <= 0) {
      low = middle + 1;
    } else {
      high = middle;
    }
  }
  return bands[low - 1];
}
