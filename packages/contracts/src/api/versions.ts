import Joi from 'joi';
import { objectOf } from '../forms/fields';
import type { AnyObjectChange } from './drafts';
import { orderFields, pageFields, searchText, type ListOrder, type PageAsked } from './pages';

export interface VersionRow {
  readonly number: number;
  /** ISO 8601, UTC. */
  readonly publishedAt: string;
  readonly publishedBy: string;
  readonly note: string;
  /** How many objects it changed. */
  readonly changes: number;
}

export const VERSION_SORTS = ['number', 'publishedAt', 'by', 'note', 'changes'] as const;

/** Versions by parts of what they were published for, or of who did; the latest first. */
export interface VersionListQuery extends ListOrder<(typeof VERSION_SORTS)[number]>, PageAsked {
  readonly text?: string;
}

export const versionListQuery = objectOf<VersionListQuery>({
  text: searchText,
  ...orderFields(VERSION_SORTS, true),
  ...pageFields,
});

/** A version and what it changed against another, or against the one before. */
export interface VersionView extends VersionRow {
  /** The version it is compared with; null for the first. */
  readonly against: number | null;
  /** Whether it is the one that prices are made by: there is no way back to it. */
  readonly inForce: boolean;
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
