import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { RoundingRule } from '../number/rounding-rule';
import type { CostKind } from './cost';
import type { Scope } from './scope';

/** Identifies a cost table; it stays the same when the table is renamed. */
export type CostTableId = string;

/**
 * A way from what an item costs to its price. Everything in it is in the table's own currency, per
 * base unit.
 */
export interface CostTable {
  readonly id: CostTableId;
  readonly name: string;
  readonly currency: CurrencyCode;
  /** The items whose price it makes where nothing else does, several kinds of goods if need be. */
  readonly scopes: readonly Scope[];
  /** The codes of the outlets at which it may be used; null where it may at all, and at none. */
  readonly outlets: readonly string[] | null;
  /** What is done to a cost, for each kind of cost, in the order in which kinds are tried. */
  readonly costs: readonly TableCosts[];
  /** Percentage points on the band's markup or margin by units sold. */
  readonly points: SoldPoints | null;
  /** What is taken from the price by others, so that the profit is left after them. */
  readonly fees: Fees | null;
  /** An amount on each unit: of the first that takes the item in. */
  readonly pieceCharges: readonly PieceCharge[];
  readonly rounding: RoundingRule | null;
}

export interface TableCosts {
  readonly cost: CostKind;
  /** By the unit cost, thresholds in strictly rising order. */
  readonly bands: readonly CostBand[];
}

/** What is done to a unit cost from `from` upward until the next band. */
export interface CostBand {
  readonly from: Decimal;
  readonly adjustment: CostAdjustment;
}

/** Percents are as written: a markup of 25 is 25 % of the cost, a margin of 20 is 20 % of the price. */
export type CostAdjustment =
  | { readonly kind: 'multiplier'; readonly factor: Decimal }
  | { readonly kind: 'markup'; readonly percent: Decimal }
  /** Below 100. */
  | { readonly kind: 'margin'; readonly percent: Decimal }
  | { readonly kind: 'amount'; readonly amount: Decimal }
  | { readonly kind: 'set'; readonly price: Decimal }
  /** No price from here upward: somebody is asked. */
  | { readonly kind: 'byRequest' };

export interface SoldPoints {
  /** How many days back units are counted; null since ever. */
  readonly days: number | null;
  readonly bands: readonly { readonly from: Decimal; readonly points: Decimal }[];
}

/** price = (result + fixed) / (1 - percent / 100). */
export interface Fees {
  /** Of the price, from 0 to below 100. */
  readonly percent: Decimal;
  readonly fixed: Decimal;
}

export interface PieceCharge {
  readonly scope: Scope;
  readonly amount: Decimal;
}
