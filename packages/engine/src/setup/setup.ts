import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { RoundingMode } from '../number/rounding';
import type { RoundingRule } from '../number/rounding-rule';

/** Identifies an item by its item number (SKU). */
export type ItemNumber = string;
/** Identifies a category by its code. */
export type CategoryCode = string;
/** Identifies a price level; it stays the same when the level is renamed. */
export type LevelId = string;

/** One published version of what administrators decide. */
export interface Setup {
  /** The number the version was published under. */
  readonly version: number;
  /** What base prices are stated in. */
  readonly homeCurrency: CurrencyCode;
  /** How unit prices and line amounts are rounded to their digits. */
  readonly roundingMode: RoundingMode;
  /** Digits of a unit price, where they differ from the currency's minor digits (0 to 6). */
  readonly unitPriceDigits: Readonly<Partial<Record<CurrencyCode, number>>>;
  readonly basePrices: readonly BasePrice[];
  readonly levels: readonly Level[];
}

/** What one base unit of an item costs before anything is taken off, in the home currency. */
export interface BasePrice {
  readonly item: ItemNumber;
  readonly price: Decimal;
}

/** What a group of customers pays: entries that adjust the base price, and a rounding rule. */
export interface Level {
  readonly id: LevelId;
  readonly name: string;
  readonly entries: readonly LevelEntry[];
  /** Applies only to prices that an entry of the level made. */
  readonly rounding: RoundingRule | null;
}

/** Says what is done to the base price of the items it reaches. */
export interface LevelEntry {
  readonly id: string;
  readonly reach: Reach;
  readonly adjustment: Adjustment;
}

/** Which items an entry is for. A category reaches everything under it in the tree. */
export type Reach =
  | { readonly kind: 'item'; readonly item: ItemNumber }
  | { readonly kind: 'category'; readonly category: CategoryCode }
  | { readonly kind: 'all' };

/** What is done to a basis amount. `percent` is signed: -12 takes 12 % off, 5 adds 5 %. */
export interface Adjustment {
  readonly kind: 'percent';
  readonly percent: Decimal;
}
