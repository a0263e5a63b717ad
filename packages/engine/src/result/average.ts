import { decimal, isZero, multiply, print, subtract, sum, withDigits } from '../number/decimal';
import { divide } from '../number/exact';
import { roundToDigits, roundedTo } from '../number/rounding';
import type { PricedLine } from './priced';
import type { Serialized } from '../number/serialized';

/**
 * What one unit of a line comes to, printed: its unit price, or the average of its slices in base
 * units, rounded to their digits. Null without a price.
 */
export function averageEach(line: Serialized<PricedLine>): string | null {
  const [first] = line.kind === 'priced' ? line.slices : [];
  if (line.kind === 'unpriced' || !first) return null;
  if (line.slices.length === 1) return first.unitPrice;
  const whole = sum(line.slices.map(({ quantity }) => decimal(quantity)));
  const over = line.duration === null ? whole : multiply(whole, decimal(line.duration));
  const { scale } = decimal(first.unitPrice);
  const average = divide(decimal(line.amount), over);
  return print(roundedTo(average, scale, 'halfAwayFromZero'));
}

/** What a line was sold for, printed. */
export interface PaidForLine {
  /**
   * Of one of the line's units, with all that was done to the line, rounded to the digits of its unit
   * price.
   */
  readonly each: string;
  /** What was done to the whole document and fell on the line; null for nothing. */
  readonly ofDocument: string | null;
}

/** What one unit of a line was sold for; null without a price. */
export function paidForLine(line: Serialized<PricedLine>): PaidForLine | null {
  const [first] = line.kind === 'priced' ? line.slices : [];
  if (line.kind === 'unpriced' || !first) return null;
  const [amount, quantity] = [decimal(line.amount), decimal(line.quantity)];
  const over = line.duration === null ? quantity : multiply(quantity, decimal(line.duration));
  const { scale } = decimal(first.unitPrice);
  const each = roundToDigits(divide(amount, over), scale, 'halfAwayFromZero');
  const ofDocument = subtract(decimal(line.net), amount);
  return {
    each: print(withDigits(each, scale)),
    ofDocument: isZero(ofDocument) ? null : print(ofDocument),
  };
}
