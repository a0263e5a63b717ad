import type { CompiledBreak } from '../../compile/compile-break';
import { ZERO, type Decimal } from '../../number/decimal';
import { compareExact, signOf, type Exact } from '../../number/exact';
import { applyRoundingRule } from '../../number/rounding-rule';
import type { Adjustment } from '../../setup/level';
import type { BreakBasis, BreakTier } from '../../setup/quantity-break';
import type { Reason } from '../../result/workings';
import { adjusted, unknownUnit } from '../level/adjust';
import { basePriceOfLine } from '../cost/base-price';
import { emptyColumn } from '../line/column';
import { askedBy, startFromCost } from '../cost/cost';
import { amountInDocument, exchangeTo } from '../line/exchange-step';
import { costOfKind } from '../cost/item-cost';
import type { LineInProgress, PricingContext } from '../line/line-in-progress';

/** What a tier makes of a line, per pricing unit in the document's currency. */
export interface TierPrice {
  readonly price: Exact;
  /** It would have taken more than there is, so it takes all of it. */
  readonly tookAll: boolean;
  /** What a rounding rule makes of it; null without one in the document's currency. */
  readonly rounded: Exact | null;
  /** Whether it takes the place of the running price. */
  readonly counts: boolean;
}

/**
 * A tier's price, or why it has none. It counts where it is lower than the running price, where the
 * break says always, and where it takes a percent or an amount off the price after the level.
 */
export function tierPrice(
  { break: one }: CompiledBreak,
  tierAdjustment: Adjustment,
  line: LineInProgress,
  context: PricingContext,
): TierPrice | Reason {
  const unit = unknownUnit(tierAdjustment, line.item);
  if (unit !== null) return { kind: 'unitNotOfItem', unit };
  const running = line.column.price;
  // a price that is set needs nothing to start from
  const basis = tierAdjustment.kind === 'set' ? ZERO : basisPrice(one.basis, line, context);
  if (basis === null) return { kind: 'basisMissing', basis: namedBasis(one.basis) };
  const adjustment = inCurrency(tierAdjustment, one.currency, context);
  if (!adjustment) {
    return { kind: 'noRate', from: one.currency, to: context.currency };
  }
  const after = adjusted(basis, adjustment, line);
  const tookAll = signOf(after) < 0;
  const price = tookAll ? ZERO : after;
  const rule = one.rounding?.currency === context.currency ? one.rounding : null;
  const rounded = rule && applyRoundingRule(price, rule);
  const counts =
    one.always ||
    (one.basis.kind === 'afterLevel' && adjustment.kind !== 'set') ||
    compareExact(rounded ?? price, running) < 0;
  return { price, tookAll, rounded, counts };
}

/** In words that levels have, too. */
function namedBasis(basis: BreakBasis): Extract<Reason, { kind: 'basisMissing' }>['basis'] {
  return basis.kind === 'afterLevel' ? { kind: 'basePrice' } : basis;
}

/** What a tier is reckoned on, per pricing unit in the document's currency; null where it is missing. */
function basisPrice(
  basis: BreakBasis,
  line: LineInProgress,
  context: PricingContext,
): Exact | null {
  if (basis.kind === 'afterLevel') return line.column.price;
  if (basis.kind === 'basePrice') return basePriceOfLine(line, context);
  const cost = costOfKind(basis.cost, line.item, askedBy(line, context));
  if (!cost) return null;
  const trial: LineInProgress = { ...line, column: emptyColumn(context.currency, false) };
  startFromCost(cost, trial);
  return exchangeTo(trial, context.currency, context) ? trial.column.price : null;
}

/**
 * An adjustment with its amounts in the document's currency, each rounded to unit price digits as
 * amounts of the setup are; null where there is no rate.
 */
function inCurrency(
  adjustment: Adjustment,
  from: string,
  context: PricingContext,
): Adjustment | null {
  const there = (amount: Decimal): Decimal | null =>
    amountInDocument(amount, from, context.unitDigits, context);
  switch (adjustment.kind) {
    case 'amount':
    case 'percentAndAmount': {
      const amount = there(adjustment.amount);
      return amount && { ...adjustment, amount };
    }
    case 'set': {
      const price = there(adjustment.price);
      return price && { ...adjustment, price };
    }
    case 'percent':
    case 'multiplier':
    case 'markup':
    case 'margin':
      return adjustment;
  }
}

/** A break's thresholds as they are compared: amounts in the document's currency; null without a rate. */
export function thresholds(
  { break: { tiers, measure, currency } }: CompiledBreak,
  context: PricingContext,
): readonly BreakTier[] | null {
  if (measure.kind !== 'amount' || currency === context.currency) return tiers;
  const there = tiers.map((tier) => {
    const from = amountInDocument(tier.from, currency, context.amountDigits, context);
    return from && { ...tier, from };
  });
  return there.every((tier) => tier !== null) ? there : null;
}
