import { currencyCode, decimalText, instant, objectOf, RATE_BOUNDS } from '../forms/fields';

/** What one unit of the home currency is worth in another from an instant on. A fact. */
export interface RateRow {
  readonly currency: string;
  /** ISO 8601, UTC. */
  readonly from: string;
  readonly rate: string;
  /** The name of a feed, or of who typed it. */
  readonly source: string;
}

export type RateEdit = Omit<RateRow, 'source'>;

export const rateEditSchema = objectOf<RateEdit>({
  currency: currencyCode.required(),
  from: instant.required(),
  rate: decimalText(RATE_BOUNDS).required(),
});
