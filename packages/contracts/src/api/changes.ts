import type { Day } from '@honest-ledger/engine';
import Joi from 'joi';
import { day, instant, objectOf } from '../forms/fields';
import {
  orderFields,
  pageFields,
  searchText,
  severalOf,
  type ListOrder,
  type PageAsked,
} from './pages';

/** One entry of the record. */
export interface ChangeRow {
  readonly id: number;
  /** ISO 8601, UTC. */
  readonly at: string;
  readonly by: string;
  readonly kind: string;
  readonly key: string;
  readonly name: string;
  readonly action: string;
  readonly before: unknown;
  readonly after: unknown;
}

export interface ChangeQuery {
  readonly kind?: string;
  readonly key?: string;
  /** Part of the name of who made it. */
  readonly by?: string;
  /** Only entries from this instant on, and before that one; ISO 8601. */
  readonly since?: string;
  readonly before?: string;
  /** Only entries before this one: the way to the next page. */
  readonly below?: number;
  readonly limit: number;
}

export const changeQuerySchema = objectOf<ChangeQuery>({
  kind: Joi.string().max(40),
  key: Joi.string().max(64),
  by: Joi.string().trim().max(100).allow(''),
  since: instant,
  before: instant,
  below: Joi.number().integer().min(1),
  limit: Joi.number().integer().min(1).max(500).default(100),
});

/** What the change log can be sorted by. */
export const CHANGE_SORTS = ['at', 'by', 'kind', 'name', 'action'] as const;
export type ChangeSort = (typeof CHANGE_SORTS)[number];

export interface ChangeLogQuery extends ListOrder<ChangeSort>, PageAsked {
  /** Words of the name or the key of what was changed, or of who changed it. */
  readonly text?: string;
  readonly kind?: readonly string[];
  readonly key?: readonly string[];
  /** Calendar days, both included, as UTC has them. */
  readonly changedFrom?: Day;
  readonly changedTo?: Day;
}

export const changeLogQuerySchema = objectOf<ChangeLogQuery>({
  text: searchText,
  kind: severalOf(Joi.string().max(40)),
  key: severalOf(Joi.string().max(64)),
  changedFrom: day,
  changedTo: day,
  ...orderFields(CHANGE_SORTS, true),
  ...pageFields,
});

export interface ChangePage {
  readonly changes: readonly ChangeRow[];
  /** Whether there are older ones. */
  readonly more: boolean;
}
