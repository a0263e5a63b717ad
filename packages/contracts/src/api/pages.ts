import Joi from 'joi';

/** Some rows of a list that may be long, in an order of its own. */
export interface Page<Row> {
  readonly rows: readonly Row[];
  /** How many there are in all. */
  readonly total: number;
}

/** Which order the rows of a list come in. */
export interface ListOrder<Sort extends string> {
  readonly sort: Sort;
  readonly descending: boolean;
}

/** Which rows are asked for. */
export interface PageAsked {
  readonly limit: number;
  readonly offset: number;
}

/** Most rows that are given at once. */
export const MAX_ROWS = 5000;

/** What narrows a list by what its rows are called. */
export const searchText = Joi.string().trim().max(100).allow('');

/** Several of what a list may be narrowed to; one alone may be written without a list. */
export function severalOf(one: Joi.Schema): Joi.ArraySchema {
  return Joi.array().items(one).min(1).max(200).unique().single();
}

/** The orders a list can come in; the first is the one it comes in unasked. */
export function orderFields(sorts: readonly string[], descending = false) {
  return {
    sort: Joi.string()
      .valid(...sorts)
      .default(sorts[0]),
    descending: Joi.boolean().default(descending),
  };
}

export const pageFields = {
  limit: Joi.number().integer().min(1).max(MAX_ROWS).default(1000),
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
};
