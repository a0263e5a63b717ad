import type { CurrencyCode, DocumentName } from '@honest-ledger/engine';
import type { ItemFactsForm } from '../forms/document-form';
import {
  currencyCode,
  customerCode,
  decimalText,
  identifier,
  itemNumber,
  objectOf,
  QUANTITY_BOUNDS,
  shortCode,
  unitCode,
  wallClock,
} from '../forms/fields';
import type { WallClock } from './documents';
import type { PricedLineForm } from '../forms/priced-form';

/** What does something cost? Asked without a document. */
export interface DeskQuestion {
  readonly item: string;
  readonly quantity: string;
  /** Null for the base unit. */
  readonly unit: string | null;
  /** For goods priced by time; null for one unit of that. */
  readonly duration: string | null;
  /** Null for nobody known. */
  readonly customer: string | null;
  /** Null for the level that the customer has. */
  readonly level: string | null;
  /** Null for the customer's outlet. */
  readonly outlet: string | null;
  /** Null for the customer's currency, else the outlet's. */
  readonly currency: string | null;
  /** A date and time by the clock of the outlet; null for now. */
  readonly asOf: WallClock | null;
}

export const deskQuestionSchema = objectOf<DeskQuestion>({
  item: itemNumber.required(),
  quantity: decimalText(QUANTITY_BOUNDS).required(),
  unit: unitCode.allow(null).default(null),
  duration: decimalText(QUANTITY_BOUNDS).allow(null).default(null),
  customer: customerCode.allow(null).default(null),
  level: identifier.guid().allow(null).default(null),
  outlet: shortCode.allow(null).default(null),
  currency: currencyCode.allow(null).default(null),
  asOf: wallClock.allow(null).default(null),
});

/** The same goods in another quantity. */
export interface DeskRung {
  readonly quantity: string;
  readonly priced: PricedLineForm;
}

/** The same goods at a level. */
export interface DeskLevel {
  readonly id: string;
  readonly name: string;
  readonly priced: PricedLineForm;
}

export interface DeskAnswer {
  readonly item: ItemFactsForm;
  readonly priced: PricedLineForm;
  readonly currency: CurrencyCode;
  /** The outlet that it was asked at; null for none. */
  readonly outlet: string | null;
  /** As of when it was asked, by the clock of that outlet; null for now. */
  readonly asOf: WallClock | null;
  /** The instant as of which it is priced; ISO 8601, UTC. */
  readonly pricedAt: string;
  readonly version: number;
  /** Quantities at which the setup says something else, with the one that was asked for. */
  readonly ladder: readonly DeskRung[];
  readonly levels: readonly DeskLevel[];
  /** What takes its place; null where it is sold on. */
  readonly replacedBy: { readonly item: string; readonly name: string } | null;
  readonly suppliers: readonly {
    readonly name: string;
    readonly leadTimeDays: number | null;
  }[];
}

/** What was paid before for an item. */
export interface LastPrice {
  readonly document: DocumentName;
  /** When the sale was posted; ISO 8601, UTC. */
  readonly at: string;
  readonly customer: string | null;
  readonly quantity: string;
  readonly unit: string;
  /** Of one unit, with all that was done to the line. */
  readonly each: string;
  /** What was done to the whole document and fell on the line; null for nothing. */
  readonly ofDocument: string | null;
  readonly net: string;
  readonly currency: CurrencyCode;
  /** Typed by hand, agreed, promised or under a rule: not what anybody would have paid. */
  readonly special: boolean;
}

/** What a customer, and others of its segment, paid for an item. */
export interface LastPrices {
  readonly customer: readonly LastPrice[];
  readonly segment: readonly LastPrice[];
}

export interface LastPricesQuery {
  readonly item: string;
  /** Null or left out for nobody known: then the segment is everybody. */
  readonly customer?: string;
}

export const lastPricesQuerySchema = objectOf<LastPricesQuery>({
  item: itemNumber.required(),
  customer: customerCode,
});

/** How many are told of each. */
export const LAST_PRICES = 5;
