import { startAt } from '../line/column';
import type { LineInProgress, PricingContext } from '../line/line-in-progress';

/** Step 1: a unit price typed on the line, per the line's unit. It closes the line. What was promised goes before it. */
export function startByHand(work: LineInProgress, { currency }: PricingContext): void {
  const byHand = work.line.priceByHand;
  if (!byHand || work.started) return;
  const { unit } = work.unit;
  const source = { kind: 'priceByHand', reason: byHand.reason, unit } as const;
  startAt(work.column, byHand.price, currency, work.column.recording ? source : null);
  work.started = true;
  work.closedBy = 'priceByHand';
}
