import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { CostKind } from './cost';
import type { AttributeFacts, DocumentFacts } from './facts';
import type { ItemNumber, UnitCode } from './goods';
import type { LevelId } from './level';
import type { QuantityBreak } from './quantity-break';
import type { DocumentOff, Rule, RuleId } from './rule';

/** What is to be priced, with every fact that pricing it can ask for. */
export interface PricingDocument {
  /** The instant of pricing, ISO 8601 with an offset or Z. */
  readonly pricedAt: string;
  readonly currency: CurrencyCode;
  /** A level chosen for the whole document, or null. */
  readonly level: LevelId | null;
  /** Codes that start rules, as they were typed. */
  readonly codes: readonly string[];
  /** What shipping costs before rules, in the document's currency; null where there is none. */
  readonly shipping: Decimal | null;
  /** Rules that somebody put on or took off. */
  readonly byHand: readonly RuleByHand[];
  /** What somebody takes off the document as a whole, after its rules; null for nothing. */
  readonly discount: DiscountByHand | null;
  /** What the company keeps of its documents besides what everybody keeps. */
  readonly attributes: AttributeFacts;
  /** What it is written as; null where it is a question and no document. */
  readonly kind: DocumentKind | null;
  readonly salesContext: SalesContext;
  readonly facts: DocumentFacts;
  readonly lines: readonly DocumentLine[];
}

/** Who sells, and where the goods go; null for what is not said. */
export interface SalesContext {
  /** By the code of the list that each is chosen from. */
  readonly salesPerson: string | null;
  readonly department: string | null;
  readonly deliveryMethod: string | null;
  readonly deliveryPostcode: string | null;
}

/** Nothing is said of them. */
export const NO_SALES_CONTEXT: SalesContext = {
  salesPerson: null,
  department: null,
  deliveryMethod: null,
  deliveryPostcode: null,
};

/** What somebody decided about a rule; what is said of a line goes before the document. */
export interface RuleByHand {
  readonly rule: RuleId;
  /** The line's id; null for all lines, and for rules for the document. */
  readonly line: string | null;
  /** Put on, for a rule that starts by hand; or taken off, however it starts. */
  readonly is: 'on' | 'off';
}

/** One line as somebody wrote it. */
export interface DocumentLine {
  readonly id: string;
  readonly item: ItemNumber;
  /** In the line's unit; above zero, with no more decimals than the unit allows. */
  readonly quantity: Decimal;
  /** Null for the item's base unit. */
  readonly unit: UnitCode | null;
  /** How long, in the item's time unit, for goods priced by time; null for all others. */
  readonly duration: Decimal | null;
  /** The kind of cost that the goods have as they are supplied here; null where nothing is said. */
  readonly formOfSupply: CostKind | null;
  /** A level chosen for this line, or null. */
  readonly level: LevelId | null;
  readonly priceByHand: PriceByHand | null;
  /** What somebody takes off the line as a whole, after its rules; null for nothing. */
  readonly discount: DiscountByHand | null;
  /** What another document promised for it; null where nothing is promised. */
  readonly kept: KeptPrice | null;
}

/** What is written for customers, in the order in which one is made from another. */
export type DocumentKind = (typeof DOCUMENT_KINDS)[number];
export const DOCUMENT_KINDS = ['quote', 'order', 'sale'] as const;

/** A document as others name it. */
export interface DocumentName {
  readonly kind: DocumentKind;
  readonly number: number;
}

/**
 * A line's price as it was promised. It counts as one block while the line is for the same quantity,
 * unit, duration and currency, and closes the line: a change of these ends the promise.
 */
export interface KeptPrice {
  readonly from: DocumentName;
  readonly currency: CurrencyCode;
  readonly quantity: Decimal;
  /** What the quantity is in. */
  readonly unit: UnitCode;
  readonly duration: Decimal | null;
  readonly slices: readonly KeptSlice[];
  /** What flat amounts and shares add to the slices' amounts; below zero for amounts off. */
  readonly rest: Decimal;
  /** The rules in it: one with a limit counts a use, even if used up since. */
  readonly rules: readonly Pick<Rule, 'id' | 'name' | 'words' | 'currency'>[];
  /** What the customer reads of it. */
  readonly words: readonly string[];
  /** The set-up charge that was told with it, in its currency; null for none. */
  readonly setUp: KeptSetUp | null;
}

/** A set-up charge as it was promised. */
export interface KeptSetUp {
  readonly break: Pick<QuantityBreak, 'id' | 'name' | 'words' | 'currency'>;
  readonly words: string;
  readonly amount: Decimal;
}

/** Part of the quantity at one unit price, rounded as it was promised. */
export interface KeptSlice {
  readonly quantity: Decimal;
  /** What quantity and unit price are in. */
  readonly unit: UnitCode;
  readonly unitPrice: Decimal;
  readonly amount: Decimal;
}

/** A unit price that somebody typed, per the line's unit, in the document's currency. */
export interface PriceByHand {
  readonly price: Decimal;
  readonly reason: string;
}

/** What somebody takes off a line, or off the open lines of a document, and why. */
export interface DiscountByHand {
  /** Of what they come to by then, below zero; an amount is in the document's currency. */
  readonly off: DocumentOff;
  readonly reason: string;
}

/** A line of which nothing is said but what is sold on it. */
export const PLAIN_LINE = {
  formOfSupply: null,
  level: null,
  priceByHand: null,
  discount: null,
  kept: null,
} as const satisfies Partial<DocumentLine>;

/** A document of which nothing is said but what is in it. */
export const PLAIN_DOCUMENT = {
  level: null,
  codes: [],
  shipping: null,
  byHand: [],
  discount: null,
  attributes: {},
  kind: null,
  salesContext: NO_SALES_CONTEXT,
} as const satisfies Partial<PricingDocument>;
