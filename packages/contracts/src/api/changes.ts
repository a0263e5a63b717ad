import Joi from 'joi';
import { instant, objectOf } from '../forms/fields';

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

export interface ChangePage {
  readonly changes: readonly ChangeRow[];
  /** Whether there are older ones. */
  readonly more: boolean;
}
