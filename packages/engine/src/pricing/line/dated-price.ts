import { compare, subtract } from '../../number/decimal';
import { holds, type DatedPrice, type Window } from '../../setup/dates';
import type { Reason } from '../../result/workings';
import type { LineInProgress, PricingContext } from './line-in-progress';
import { unitOf } from './units';

const NONE: readonly Reason[] = [];

/** Every reason why a dated price is not for a line; none where it is. */
export function whyNotForLine(
  { window, minQuantity, unit }: DatedPrice,
  { baseQuantity, item }: LineInProgress,
  context: PricingContext,
): Reason[] {
  const reasons: Reason[] = [...whyNotToday(window, context)];
  if (compare(baseQuantity, minQuantity) < 0) {
    const missing = subtract(minQuantity, baseQuantity);
    reasons.push({ kind: 'asksForMore', minQuantity, missing, unit: item.unit });
  }
  if (unit !== null && !unitOf(item, unit)) reasons.push({ kind: 'unitNotOfItem', unit });
  return reasons;
}

/** Why a window does not hold the day of the document, in the outlet's zone. */
export function whyNotToday(window: Window, { facts }: PricingContext): readonly Reason[] {
  const { day } = facts.local;
  return holds(window, day) ? NONE : [{ kind: 'outsideWindow', window, day }];
}

/**
 * The first of some dated prices that is for the line; the others are told, with what kept them
 * away, or that another came first.
 */
export function firstForLine<T extends DatedPrice>(
  prices: readonly T[],
  line: LineInProgress,
  context: PricingContext,
  recordNotApplied: (price: T, reasons: Reason[]) => void,
  taken: (price: T) => Reason,
): T | null {
  let first: T | null = null;
  for (const price of prices) {
    const reasons = whyNotForLine(price, line, context);
    if (reasons.length > 0) recordNotApplied(price, reasons);
    else if (first) recordNotApplied(price, [taken(first)]);
    else first = price;
  }
  return first;
}
