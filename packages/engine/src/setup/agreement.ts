import type { CurrencyCode } from '../number/currency';
import type { DatedPrice } from './dates';

/** A price agreed with one customer, or with all customers of a segment, for one item. */
export interface Agreement extends DatedPrice {
  readonly id: string;
  readonly party: Party;
  readonly currency: CurrencyCode;
  /** An agreed price is closed to breaks and rules unless it says that it is open. */
  readonly open: boolean;
}

export type Party =
  | { readonly kind: 'customer'; readonly customer: string }
  | { readonly kind: 'segment'; readonly segment: string };
