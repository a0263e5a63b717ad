import type { Decimal } from '../number/decimal';
import type { Reach } from './reach';

/** Identifies a floor across versions. */
export type FloorId = string;

/** The least that goods are sold for, by what is left of it after their cost. */
export interface Floor {
  readonly id: FloorId;
  readonly reach: Reach;
  /** In percent of what a line is sold for; 0 is its cost, and it is below 100. */
  readonly margin: Decimal;
  readonly then: FloorAction;
}

/**
 * What is done with a line below it: said, held until somebody approves, or lifted to it. A line that is
 * closed, or falls below it by what is taken off the document, is held where others would be lifted.
 */
export type FloorAction = (typeof FLOOR_ACTIONS)[number];
export const FLOOR_ACTIONS = ['warn', 'hold', 'lift'] as const;
