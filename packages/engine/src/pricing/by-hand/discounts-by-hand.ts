import {
  add,
  compare,
  isZero,
  negate,
  percentOf,
  subtract,
  withDigits,
  ZERO,
  type Decimal,
} from '../../number/decimal';
import { addExact, type Exact } from '../../number/exact';
import { priceAtMargin } from '../../number/markup';
import { roundToDigits } from '../../number/rounding';
import { shareOut } from '../../number/share-out';
import type { DiscountByHand } from '../../setup/document';
import type { NotApplied, Reason } from '../../result/workings';
import {
  notAppliedRecorder,
  type LineInProgress,
  type PricingContext,
} from '../line/line-in-progress';
import { netOf, sumOf } from '../line/net-of';
import type { PricedDiscount } from '../../result/priced';
import { upToDigits } from '../line/up-to-digits';

const SUBJECT = { kind: 'discountByHand' } as const;

/** Step 8: what somebody takes off a line, of what its rules have left. A promise has it in itself. */
export function discountLine(line: LineInProgress, context: PricingContext): void {
  const { written, kept, computed } = line;
  if (!written.discount) return;
  const tell = notAppliedRecorder(line, context);
  if (kept) {
    tell(SUBJECT, { kind: 'lineClosed', by: 'kept' });
    if (computed && !('kind' in computed)) discountLine(computed, context);
    return;
  }
  const done = taken(written.discount, line.amount, context);
  if ('kind' in done) {
    tell(SUBJECT, done);
    return;
  }
  line.discount = done;
  line.amount = sumOf([line.amount, done.amount], context);
}

/** What a discount for the document came to, or why it came to nothing. */
export interface DocumentDiscount {
  readonly discount: PricedDiscount | null;
  readonly notApplied: readonly NotApplied[];
}

/** Step 10: what somebody takes off the document, of what its open lines are sold for by then. */
export function discountDocument(
  discount: DiscountByHand | null,
  lines: readonly LineInProgress[],
  context: PricingContext,
): DocumentDiscount {
  if (!discount || context.isolateLines) return NO_DISCOUNT;
  const open = lines.filter(({ closedBy }) => closedBy === null);
  const done = taken(discount, sumOf(open.map(netOf), context), context);
  if ('kind' in done) {
    const notApplied = context.workings ? [{ subject: SUBJECT, reasons: [done] }] : [];
    return { discount: null, notApplied };
  }
  const shares = shareOut(done.amount, open.map(netOf), context.amountDigits);
  for (const [place, line] of open.entries()) line.discountShare = shares[place] ?? ZERO;
  return { discount: done, notApplied: [] };
}

const NO_DISCOUNT: DocumentDiscount = { discount: null, notApplied: [] };

/** What is taken off an amount, rounded once: no more than there is. */
function taken(
  { off, reason }: DiscountByHand,
  from: Decimal,
  { amountDigits: digits, setup: { roundingMode: mode } }: PricingContext,
): PricedDiscount | Reason {
  const asked = off.kind === 'percent' ? percentOf(from, off.percent) : off.amount;
  const rounded = roundToDigits(asked, digits, mode);
  const most = negate(from);
  const tookAll = compare(rounded, most) < 0;
  const amount = withDigits(tookAll ? most : rounded, digits);
  return isZero(amount) ? { kind: 'nothingToTake' } : { off, reason, amount, tookAll };
}

/** Something that is sold, and what it costs; in one currency. */
export interface SoldAtCost {
  readonly amount: Decimal;
  readonly cost: Exact;
}

/**
 * What several things are to be sold for less, so that they leave a margin together, in percent of what
 * they are sold for, or hardly more; above zero where they leave less now.
 * @param digits that amounts end with
 */
export function offToMargin(sold: readonly SoldAtCost[], margin: Decimal, digits: number): Decimal {
  const amount = sold.reduce<Decimal>((so, one) => add(so, one.amount), ZERO);
  const cost = sold.reduce<Exact>((so, one) => addExact(so, one.cost), ZERO);
  return withDigits(subtract(upToDigits(priceAtMargin(cost, margin), digits), amount), digits);
}
