import { decimal, multiply, print, sum, withDigits } from '../number/decimal';
import { divide } from '../number/exact';
import { roundToDigits } from '../number/rounding';
import type { PricedLine } from '../pricing/priced';
import type { Printed } from './printed';

/**
 * What one unit of a line comes to, printed: its unit price, or the average of its slices in base
 * units, rounded to their digits. Null without a price.
 */
export function averageEach(line: Printed<PricedLine>): string | null {
  const [first] = line.kind === 'priced' ? line.slices : [];
  if (line.kind === 'unpriced' || !first) return null;
  if (line.slices.length === 1) return first.unitPrice;
  const whole = sum(line.slices.map(({ quantity }) => decimal(quantity)));
  const over = line.duration === null ? whole : multiply(whole, decimal(line.duration));
  const { scale } = decimal(first.unitPrice);
  const average = divide(decimal(line.amount), over);
  return print(withDigits(roundToDigits(average, scale, 'halfAwayFromZero'), scale));
}
