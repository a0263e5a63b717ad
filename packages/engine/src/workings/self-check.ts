import { add, compare, equals, multiply, print, type Decimal } from '../number/decimal';
import { roundToDigits, type RoundingMode } from '../number/rounding';
import type { PricedSlice } from '../pricing/priced';

/** A price whose workings do not lead to it: a fault of the engine, never of its input. */
export class WorkingsFault extends Error {
  override readonly name = 'WorkingsFault';
}

/**
 * Checks that a slice's column adds up: it starts once, every step goes on where the one before
 * ended, each change leads from before to after, start and changes together are the unit price, and
 * the amount is quantity x unit price.
 * @throws {WorkingsFault} where it does not
 */
export function checkSlice(slice: PricedSlice, amountDigits: number, mode: RoundingMode): void {
  let running: Decimal | null = null;
  for (const { source, before, change, after } of slice.steps) {
    if (running === null ? before !== null : before === null || !equals(before, running)) {
      throw new WorkingsFault(`the step ${source.kind} does not go on where the last one ended`);
    }
    running = before === null ? change : add(before, change);
    if (!equals(running, after)) {
      throw new WorkingsFault(
        `the step ${source.kind} says ${print(after)} and adds up to ${print(running)}`,
      );
    }
  }
  if (running === null || !equals(running, slice.unitPrice)) {
    throw new WorkingsFault(`the workings do not lead to ${print(slice.unitPrice)}`);
  }
  const amount = roundToDigits(multiply(slice.quantity, slice.unitPrice), amountDigits, mode);
  if (compare(amount, slice.amount) !== 0) {
    throw new WorkingsFault(`${print(slice.amount)} is not quantity x ${print(slice.unitPrice)}`);
  }
}
