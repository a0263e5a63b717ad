import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { RoundingRule } from '../number/rounding-rule';
import type { CostKind } from './cost';
import type { Window } from './dates';
import type { UnitCode } from './goods';
import type { Adjustment, LevelId } from './level';
import type { Parties } from './limits';
import type { Scope } from './scope';

/** Identifies a quantity break; it stays the same when the break is renamed. */
export type BreakId = string;

/**
 * Other prices for larger quantities: tiers, each with what it does to a price from its threshold
 * upward. Amounts and prices in it are in its own currency.
 */
export interface QuantityBreak {
  readonly id: BreakId;
  readonly name: string;
  /** What the customer reads on paper; empty for nothing. */
  readonly words: string;
  readonly currency: CurrencyCode;
  /** The goods it is for. */
  readonly scopes: readonly Scope[];
  /** The levels whose prices it is for; null for all, and for lines without a level. */
  readonly levels: readonly LevelId[] | null;
  /** Who it is for; null for everybody. */
  readonly parties: Parties | null;
  /** The codes of the outlets at which it counts; null where it does at all, and at none. */
  readonly outlets: readonly string[] | null;
  readonly window: Window;
  readonly count: BreakCount;
  readonly measure: BreakMeasure;
  /**
   * `allUnits`: the tier that is reached prices every unit; `incremental`: each tier prices only the
   * units inside it, which quantities alone can be.
   */
  readonly mode: 'allUnits' | 'incremental';
  /** What tiers are reckoned on. */
  readonly basis: BreakBasis;
  /**
   * Whether a tier replaces the running price also where it is not lower. A percent or amount off
   * the price after the level always applies.
   */
  readonly always: boolean;
  /** Thresholds in strictly rising order; below the first there is no tier. */
  readonly tiers: readonly BreakTier[];
  readonly rounding: RoundingRule | null;
  /** Asked once of each customer for each item that it prices; null for nothing. */
  readonly setUp: SetUpCharge | null;
}

/** What it takes to get goods ready before the first is made, whatever the quantity. */
export interface SetUpCharge {
  /** In the break's currency, zero or more. */
  readonly amount: Decimal;
  /** What the customer reads on paper; empty for a word of our own. */
  readonly words: string;
}

/** Over what is counted: the line, all lines of its item, all lines reached, the whole document. */
export type BreakCount = (typeof BREAK_COUNTS)[number];
export const BREAK_COUNTS = ['line', 'item', 'goods', 'document'] as const;

/** What thresholds are measured by. */
export type BreakMeasure =
  /** Null for the base unit of each item; lines of items without the unit are not counted. */
  | { readonly kind: 'quantity'; readonly unit: UnitCode | null }
  /** What the lines come to after the level, in the break's currency. */
  | { readonly kind: 'amount' }
  /** How long, in the item's time unit: of the line alone. */
  | { readonly kind: 'term' };

export type BreakBasis =
  | { readonly kind: 'afterLevel' }
  | { readonly kind: 'basePrice' }
  | { readonly kind: 'cost'; readonly cost: CostKind };

export interface BreakTier {
  readonly from: Decimal;
  readonly adjustment: TierAdjustment;
}

/** A percent is signed: -12 takes 12 % off. The last tier may give no price: somebody is asked. */
export type TierAdjustment = Adjustment | { readonly kind: 'byRequest' };
