import { isPositive, withDigits } from '../../number/decimal';
import type { DocumentLine } from '../../setup/document';
import type { ItemFacts, UnitFacts } from '../../setup/facts';
import type { LineProblem } from '../../result/priced';

/**
 * A line asks for a quantity above zero, no finer than its unit allows, and for a duration where
 * the goods are priced by time and only there.
 */
export function lineFault(
  { quantity, duration }: DocumentLine,
  { timeUnit }: ItemFacts,
  { unit, digits }: UnitFacts,
): LineProblem | null {
  if (!isPositive(quantity)) return { kind: 'quantityNotPositive' };
  if (quantity.scale > digits && withDigits(quantity, 0).scale > digits) {
    return { kind: 'quantityTooFine', digits, unit };
  }
  if (timeUnit === null) return duration === null ? null : { kind: 'durationNotAsked' };
  if (duration === null) return { kind: 'durationMissing', timeUnit };
  return isPositive(duration) ? null : { kind: 'durationNotPositive' };
}
