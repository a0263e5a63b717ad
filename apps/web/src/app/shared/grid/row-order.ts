/** The order that rows come in: a column by its id, or null for the order they come in unasked. */
export interface RowOrder {
  readonly sort: string | null;
  readonly descending: boolean;
}

export const UNORDERED: RowOrder = { sort: null, descending: false };
