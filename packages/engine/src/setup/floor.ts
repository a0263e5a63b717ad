import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { Scope } from './scope';

/** Identifies a floor across versions. */
export type FloorId = string;

/** The least that goods are sold for. */
export interface Floor {
  readonly id: FloorId;
  readonly scope: Scope;
  readonly least: FloorLeast;
  readonly then: FloorAction;
}

/** How the least is stated. */
export type FloorLeast =
  /** In percent of what a line is sold for; 0 is its cost, and it is below 100. */
  | { readonly kind: 'margin'; readonly percent: Decimal }
  /** Per base unit; of goods priced by time, also per time unit. */
  | { readonly kind: 'amount'; readonly amount: Decimal; readonly currency: CurrencyCode }
  /** In percent of the base price, or of what the cost table makes where there is none. */
  | { readonly kind: 'ofBasePrice'; readonly percent: Decimal };

/**
 * What is done with a line below it: said, held until somebody approves, or lifted to it. A line that is
 * closed, or falls below it by what is taken off the document, is held where others would be lifted;
 * so is one that cannot be tested, because it has no cost or base price, or a rate is missing.
 */
export type FloorAction = (typeof FLOOR_ACTIONS)[number];
export const FLOOR_ACTIONS = ['warn', 'hold', 'lift'] as const;
