import Joi from 'joi';
import { objectOf } from '../forms/fields';
import type { LevelContent } from '../forms/level-form';

export interface VersionRow {
  readonly number: number;
  /** ISO 8601, UTC. */
  readonly publishedAt: string;
  readonly publishedBy: string;
  readonly note: string;
  /** How many objects it changed. */
  readonly changes: number;
}

/** A version and what it changed against the one before. */
export interface VersionView extends VersionRow {
  readonly levels: readonly VersionLevelChange[];
  readonly basePrices: number;
}

export interface VersionLevelChange {
  readonly level: string;
  readonly before: LevelContent | null;
  readonly after: LevelContent | null;
}

export interface VersionParams {
  readonly number: number;
}

export const versionParams = objectOf<VersionParams>({
  number: Joi.number().integer().min(1).max(2147483647).required(),
});
