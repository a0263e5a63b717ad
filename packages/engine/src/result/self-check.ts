import { compare, multiply, print, sum, type Decimal } from '../number/decimal';
import {
  addExact,
  compareExact,
  divide,
  multiplyExact,
  printExact,
  type Exact,
} from '../number/exact';
import { roundToDigits, type RoundingMode } from '../number/rounding';
import type { PricedSlice } from './priced';
import type { WorkingSource, WorkingStep } from './workings';

/** A price whose workings do not lead to it: a fault of the engine, never of its input. */
export class WorkingsFault extends Error {
  override readonly name = 'WorkingsFault';
}

/**
 * Checks that a slice's column adds up: it starts once and again only where the price goes on in
 * another currency, by exactly the rates; every other step goes on where the one before ended; each
 * change leads from before to after; what stands at the end is the unit price; and the amount is
 * quantity x unit price (x duration).
 * @throws {WorkingsFault} where it does not
 */
export function checkSlice(
  slice: PricedSlice,
  duration: Decimal | null,
  amountDigits: number,
  mode: RoundingMode,
): void {
  let running: Exact | null = null;
  for (const step of slice.steps) running = afterStep(running, step);
  if (running === null || compareExact(running, slice.unitPrice) !== 0) {
    throw new WorkingsFault(`the workings do not lead to ${print(slice.unitPrice)}`);
  }
  const once = multiply(slice.quantity, slice.unitPrice);
  const whole = duration === null ? once : multiply(once, duration);
  if (compareExact(roundToDigits(whole, amountDigits, mode), slice.amount) !== 0) {
    throw new WorkingsFault(`${print(slice.amount)} is not quantity x ${print(slice.unitPrice)}`);
  }
}

/**
 * Checks that the slices of a line are the whole of it.
 * @throws {WorkingsFault} where they are more or less
 */
export function checkQuantities(
  slices: readonly PricedSlice[],
  { written: { quantity }, unit, baseQuantity }: QuantitiesOfLine,
): void {
  const [only] = slices;
  const whole =
    slices.length === 1 && only?.unit === unit.unit
      ? compare(only.quantity, quantity) === 0
      : compare(sum(slices.map((slice) => slice.quantity)), baseQuantity) === 0;
  if (!whole) throw new WorkingsFault(`the slices are not the ${print(quantity)} of the line`);
}

/**
 * Checks that a line's slices, flat amounts, shares, what a promise adds, what somebody takes off and
 * what a floor lifts are what it is sold for, and not below zero.
 * @throws {WorkingsFault} where they are not
 */
export function checkAmount(
  { slices, flatsTaken, shares, kept, discount, floor, discountShare }: AmountsOfLine,
  net: Decimal,
): void {
  const parts = [...slices, ...flatsTaken, ...shares].map(({ amount }) => amount);
  if (kept) parts.push(kept.rest);
  if (discount) parts.push(discount.amount);
  if (floor) parts.push(floor.lifted);
  if (discountShare) parts.push(discountShare);
  if (compare(sum(parts), net) !== 0) {
    throw new WorkingsFault(`the parts of the line are not its ${print(net)}`);
  }
  if (net.units < 0) throw new WorkingsFault(`the line comes to ${print(net)}`);
}

interface AmountsOfLine {
  readonly slices: readonly { readonly amount: Decimal }[];
  readonly flatsTaken: readonly { readonly amount: Decimal }[];
  readonly shares: readonly { readonly amount: Decimal }[];
  readonly kept: { readonly rest: Decimal } | null;
  readonly discount: { readonly amount: Decimal } | null;
  readonly floor: { readonly lifted: Decimal } | null;
  readonly discountShare: Decimal | null;
}

interface QuantitiesOfLine {
  readonly written: { readonly quantity: Decimal };
  readonly unit: { readonly unit: string };
  readonly baseQuantity: Decimal;
}

function afterStep(running: Exact | null, step: WorkingStep): Exact {
  const { source, before, change, after } = step;
  if (!(source.kind === 'exchange' ? exchanges(running, step, source) : goesOn(running, before))) {
    throw new WorkingsFault(`the step ${source.kind} does not go on where the last one ended`);
  }
  const reached = before === null ? change : addExact(before, change);
  if (compareExact(reached, after) !== 0) {
    throw new WorkingsFault(
      `the step ${source.kind} says ${printExact(after)} and adds up to ${printExact(reached)}`,
    );
  }
  return reached;
}

function goesOn(running: Exact | null, before: Exact | null): boolean {
  if (running === null || before === null) return running === before;
  return compareExact(before, running) === 0;
}

function exchanges(
  running: Exact | null,
  { before, after }: WorkingStep,
  { from, fromRate, toRate }: Extract<WorkingSource, { kind: 'exchange' }>,
): boolean {
  if (running === null || before !== null || compareExact(from.amount, running) !== 0) return false;
  const atHome = fromRate ? divide(running, fromRate) : running;
  return compareExact(toRate ? multiplyExact(atHome, toRate) : atHome, after) === 0;
}
