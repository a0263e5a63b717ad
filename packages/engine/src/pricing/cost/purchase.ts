import { minorDigits } from '../../number/currency';
import { compare, isPositive, multiply, type Decimal } from '../../number/decimal';
import { multiplyExact, type Exact } from '../../number/exact';
import { roundedTo, type RoundingMode } from '../../number/rounding';
import type { PurchaseCost } from '../../setup/cost';
import type { Day } from '../../setup/dates';
import type { ItemFacts, UnitFacts } from '../../setup/facts';
import { purchaseCost } from './item-cost';
import { baseUnit, perUnit, unitOf } from '../line/units';

/** So many of an item, on the day of an order. */
export interface PurchaseAsked {
  readonly quantity: Decimal;
  readonly unit: UnitFacts;
  readonly day: Day;
}

/** What a supplier asks for it. */
export interface Purchase {
  /** The cost that counts on the day for the quantity. */
  readonly offer: PurchaseCost;
  /** Per one of the unit asked for, exactly, in the offer's currency. */
  readonly each: Exact;
  /** each x quantity, rounded to the currency's minor digits. */
  readonly amount: Decimal;
}

/** Why a supplier's cost counts, or does not, for what is asked. */
export type OfferVerdict =
  | 'counts'
  | 'zero'
  | 'toCome'
  | 'ended'
  | 'moreNeeded'
  /** It is per a unit that is not asked for, or the unit asked for has a cost of its own. */
  | 'otherUnit'
  | 'largerMinimumCounts'
  | 'laterStartCounts';

export interface JudgedOffer {
  readonly offer: PurchaseCost;
  readonly verdict: OfferVerdict;
}

/** What a supplier asks for so many of an item on a day; null where no cost of theirs counts. */
export function purchaseFrom(
  supplier: string,
  item: ItemFacts,
  asked: PurchaseAsked,
  mode: RoundingMode,
): Purchase | null {
  const offer = purchaseCost(item, supplier, costAsked(asked));
  const per = offer && unitOf(item, offer.unit);
  if (!offer || !per) return null;
  const each = perUnit(offer.amount, per, asked.unit);
  const digits = minorDigits(offer.currency);
  const exact = multiplyExact(each, asked.quantity);
  return { offer, each, amount: roundedTo(exact, digits, mode) };
}

/** All that a supplier asks for an item, each with why it counts or not. */
export function judgedOffers(
  supplier: string,
  item: ItemFacts,
  asked: PurchaseAsked,
): JudgedOffer[] {
  const counting = purchaseCost(item, supplier, costAsked(asked));
  return item.purchaseCosts
    .filter((offer) => offer.supplier === supplier)
    .map((offer) => ({ offer, verdict: verdictOn(offer, counting, item, asked) }));
}

function verdictOn(
  offer: PurchaseCost,
  counting: PurchaseCost | undefined,
  item: ItemFacts,
  { quantity, unit, day }: PurchaseAsked,
): OfferVerdict {
  if (offer === counting) return 'counts';
  if (!isPositive(offer.amount)) return 'zero';
  const { from, until } = offer.window;
  if (from !== null && from > day) return 'toCome';
  if (until !== null && until < day) return 'ended';
  const per = unitOf(item, offer.unit);
  if (!per || (per.unit !== unit.unit && per.unit !== item.unit)) return 'otherUnit';
  if (compare(multiply(offer.minQuantity, per.factor), multiply(quantity, unit.factor)) > 0) {
    return 'moreNeeded';
  }
  const countingUnit = counting && (unitOf(item, counting.unit) ?? baseUnit(item));
  if (!counting || countingUnit?.unit !== per.unit) return 'otherUnit';
  return compare(offer.minQuantity, counting.minQuantity) < 0
    ? 'largerMinimumCounts'
    : 'laterStartCounts';
}

function costAsked({ quantity, unit, day }: PurchaseAsked) {
  return { baseQuantity: multiply(quantity, unit.factor), unit, day };
}
