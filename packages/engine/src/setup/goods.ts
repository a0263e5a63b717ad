import type { Decimal } from '../number/decimal';

/** Identifies an item by its item number (SKU). */
export type ItemNumber = string;

/** Identifies a category by its code. */
export type CategoryCode = string;

/** Identifies a unit of measure as people write it: bag, pallet, kg. */
export type UnitCode = string;

/** A shared price that several items point to. */
export type SharedPriceId = string;

/** What sort of thing an item is. */
export type ItemKind = (typeof ITEM_KINDS)[number];
export const ITEM_KINDS = ['stock', 'nonStock', 'service', 'fee'] as const;

/** What goods priced by time are priced by. */
export type TimeUnit = (typeof TIME_UNITS)[number];
export const TIME_UNITS = ['hour', 'day', 'week', 'month'] as const;

/** What one unit of an item costs before anything is done to it, in the home currency. */
export type BasePrice = OwnBasePrice | SharedBasePrice;

interface AnyBasePrice {
  readonly item: ItemNumber;
  /** Null for the base unit; a further unit may have a base price of its own. */
  readonly unit: UnitCode | null;
}

export interface OwnBasePrice extends AnyBasePrice {
  readonly kind: 'own';
  readonly price: Decimal;
}

/** The item points to a price that it has in common with others. */
export interface SharedBasePrice extends AnyBasePrice {
  readonly kind: 'shared';
  readonly shared: SharedPriceId;
}

/** A named price: changing it changes the base price of every item that points to it. */
export interface SharedPrice {
  readonly id: SharedPriceId;
  readonly name: string;
  readonly price: Decimal;
}
