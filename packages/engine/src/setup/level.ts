import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { RoundingRule } from '../number/rounding-rule';
import type { CostKind } from './cost';
import type { CostTableId } from './cost-table';
import type { DatedPrice, Window } from './dates';
import type { ItemNumber, UnitCode } from './goods';
import type { Scope } from './scope';

/** Identifies a price level; it stays the same when the level is renamed. */
export type LevelId = string;

/**
 * What a group of customers pays: entries that say how a price is made, items left out, prices
 * typed for single items, and a rounding rule. Everything in it is in the level's own currency.
 */
export interface Level {
  readonly id: LevelId;
  readonly name: string;
  readonly currency: CurrencyCode;
  /** The days on which the level is in force. */
  readonly window: Window;
  /** `narrowest`: the ladder of narrowness decides, then the list; `list`: the list alone. */
  readonly order: 'narrowest' | 'list';
  readonly entries: readonly LevelEntry[];
  /** Items that keep their base price, whatever the entries say. */
  readonly exceptions: readonly ItemNumber[];
  readonly typedPrices: readonly TypedPrice[];
  /** Applies only to prices that an entry of the level made which has no rounding of its own. */
  readonly rounding: RoundingRule | null;
}

/** Says how the price of the items it reaches is made: a basis, and what is done to it. */
export interface LevelEntry {
  readonly id: string;
  readonly scope: Scope;
  readonly basis: Basis;
  readonly adjusting: Adjusting;
  /** How its prices are rounded; null for the level's rule. */
  readonly rounding: RoundingRule | null;
  /** No quantity break, line rule or group rule touches a line that this entry priced. */
  readonly closes: boolean;
}

/** The price that an entry starts from. */
export type Basis =
  | { readonly kind: 'basePrice' }
  | { readonly kind: 'listPrice' }
  | { readonly kind: 'namedPrice'; readonly name: string }
  /** What another level makes of the item, typed prices, exceptions and rounding included. */
  | { readonly kind: 'level'; readonly level: LevelId }
  | { readonly kind: 'cost'; readonly cost: CostKind }
  /** What a cost table makes of the item; null for the table that takes it in most narrowly. */
  | { readonly kind: 'costTable'; readonly table: CostTableId | null };

/** One adjustment, or one for each band of the basis price or of the line's unit cost. */
export type Adjusting =
  | { readonly kind: 'plain'; readonly adjustment: Adjustment }
  | { readonly kind: 'byPrice'; readonly bands: readonly PriceBand[] }
  | { readonly kind: 'byCost'; readonly bands: readonly PriceBand[] };

/**
 * What is done to a basis price from `from` upward until the next band. Thresholds are prices (or
 * costs) of one base unit in the level's currency, in strictly rising order.
 */
export interface PriceBand {
  readonly from: Decimal;
  readonly adjustment: Adjustment;
}

/**
 * What is done to a basis amount. A percent is signed: -12 takes 12 % off, 5 adds 5 %. Amounts and
 * prices are in the level's currency, per `unit` (null for the base unit).
 */
export type Adjustment =
  | { readonly kind: 'percent'; readonly percent: Decimal }
  | { readonly kind: 'amount'; readonly amount: Decimal; readonly unit: UnitCode | null }
  /** The percent first, then the amount. */
  | {
      readonly kind: 'percentAndAmount';
      readonly percent: Decimal;
      readonly amount: Decimal;
      readonly unit: UnitCode | null;
    }
  | { readonly kind: 'set'; readonly price: Decimal; readonly unit: UnitCode | null }
  /** Of a cost alone: 5 makes five times the cost. */
  | { readonly kind: 'multiplier'; readonly factor: Decimal }
  /** Of a cost alone: a percent of the cost on top. */
  | { readonly kind: 'markup'; readonly percent: Decimal }
  /** Of a cost alone: what part of the price is not cost; below 100. */
  | { readonly kind: 'margin'; readonly percent: Decimal };

/** A price typed for one item on a level, in its currency. Nothing is taken off it again. */
export interface TypedPrice extends DatedPrice {
  readonly id: string;
  readonly closes: boolean;
}
