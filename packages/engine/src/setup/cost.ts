import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { Window } from './dates';
import type { UnitCode } from './goods';

/**
 * What sort of cost it is, by its code: one of {@link COST_KINDS}, or one that an administrator
 * added for a form of supply (a full pallet, a split pallet, cut to size).
 */
export type CostKind = string;

/** The kinds that every setup knows. */
export const COST_KINDS = ['last', 'average', 'landed', 'standard', 'purchase'] as const;

/** The kind that is picked from the purchase costs of the preferred supplier. */
export const PURCHASE: CostKind = 'purchase';

/** What an item costs on the day of the document. A cost of zero counts as missing. */
export interface ItemCost {
  readonly kind: CostKind;
  readonly amount: Decimal;
  readonly currency: CurrencyCode;
  /** What the amount is per; null for the base unit. Of goods priced by time: per unit and time. */
  readonly unit: UnitCode | null;
}

/** What a supplier asks for an item from a quantity upward, in a window of days. */
export interface PurchaseCost {
  /** The supplier's code. */
  readonly supplier: string;
  readonly amount: Decimal;
  readonly currency: CurrencyCode;
  /** Null for the base unit. */
  readonly unit: UnitCode | null;
  /** In `unit`; 0 for any quantity. */
  readonly minQuantity: Decimal;
  readonly window: Window;
}

/** How many base units were sold in the last so many days, or since ever. */
export interface UnitsSold {
  /** Null since ever. */
  readonly days: number | null;
  readonly quantity: Decimal;
}
