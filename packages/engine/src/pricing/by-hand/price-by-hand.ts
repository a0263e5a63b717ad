import { startAt } from '../line/column';
import type { LineInProgress, PricingContext } from '../line/line-in-progress';

/** Step 1: a unit price typed on the line, per the line's unit. It closes the line. What was promised goes before it. */
export function startByHand(line: LineInProgress, { currency }: PricingContext): void {
  const byHand = line.written.priceByHand;
  if (!byHand || line.started) return;
  const { unit } = line.unit;
  const source = { kind: 'priceByHand', reason: byHand.reason, unit } as const;
  startAt(line.column, byHand.price, currency, line.column.recording ? source : null);
  line.started = true;
  line.closedBy = 'priceByHand';
}
