import Joi from 'joi';
import { objectOf } from '../forms/fields';
import type { AnyObjectChange } from './drafts';

export interface VersionRow {
  readonly number: number;
  /** ISO 8601, UTC. */
  readonly publishedAt: string;
  readonly publishedBy: string;
  readonly note: string;
  /** How many objects it changed. */
  readonly changes: number;
}

/** A version and what it changed against another, or against the one before. */
export interface VersionView extends VersionRow {
  /** The version it is compared with; null for the first. */
  readonly against: number | null;
  readonly objects: readonly AnyObjectChange[];
  /** How many more were changed than `objects` lists. */
  readonly more: number;
}

export interface VersionParams {
  readonly number: number;
}

const versionNumber = Joi.number().integer().min(1).max(2147483647);

export const versionParams = objectOf<VersionParams>({ number: versionNumber.required() });

export interface VersionQuery {
  readonly against?: number;
}

export const versionQuery = objectOf<VersionQuery>({ against: versionNumber });
