import { isPositive, withDigits } from '../number/decimal';
import type { LineInProgress } from './line-in-progress';

/** A line asks for a quantity above zero, no finer than its unit allows. */
export function checkQuantity(work: LineInProgress): void {
  const { item, line } = work;
  if (!isPositive(line.quantity)) {
    work.problem = { kind: 'quantityNotPositive' };
  } else if (withDigits(line.quantity, 0).scale > item.quantityDigits) {
    work.problem = { kind: 'quantityTooFine', digits: item.quantityDigits, unit: item.unit };
  }
}
