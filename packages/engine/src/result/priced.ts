import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { Exact } from '../number/exact';
import type { CostKind } from '../setup/cost';
import type { DiscountByHand, KeptPrice } from '../setup/document';
import type { TaxCategory } from '../setup/facts';
import type { FloorId, FloorLeast } from '../setup/floor';
import type { DocumentEffect, GroupEffect } from '../setup/rule';
import type { ItemNumber, TimeUnit, UnitCode } from '../setup/goods';
import type {
  BreakName,
  LevelChooser,
  LevelName,
  NotApplied,
  Reason,
  RuleName,
  WorkingStep,
} from './workings';

/** Raised by every change of the engine that can alter a cent or a working. */
export const MODEL_VERSION = 13;

export interface PricedDocument {
  readonly modelVersion: number;
  /** The version of the setup that was used. */
  readonly version: number;
  readonly pricedAt: string;
  readonly currency: CurrencyCode;
  readonly lines: readonly PricedLine[];
  /** The sum of the priced lines' amounts. */
  readonly subtotal: Decimal;
  /** What shipping costs before rules; null where there is none. */
  readonly shipping: Decimal | null;
  /** Rules for groups and for the document that did something, in their order. */
  readonly rules: readonly PricedRule[];
  /** What somebody takes off the document; null for nothing. */
  readonly discount: PricedDiscount | null;
  /** Rules for the document that did nothing, and a discount by hand that did. */
  readonly notApplied: readonly NotApplied[];
  /** What became of each code, in the order in which they were typed. */
  readonly codes: readonly CodeState[];
  /** What the lines are sold for, with set-up charges, shipping and charges. */
  readonly total: Decimal;
  /** Null where none is charged. */
  readonly tax: PricedTax | null;
  /** The total with the tax on it. */
  readonly totalWithTax: Decimal;
  /** How many lines have no price and so are missing from the total. */
  readonly unpricedLines: number;
}

/** What somebody takes off, in the document's currency. */
export interface PricedDiscount extends DiscountByHand {
  /** Below zero. */
  readonly amount: Decimal;
  /** There was less than it would have taken. */
  readonly tookAll: boolean;
}

/** Tax on a document, in its currency. */
export interface PricedTax {
  /** In the order in which the document's lines come under them. */
  readonly classes: readonly PricedTaxClass[];
  /** What has no tax class, so that no tax of it is known. */
  readonly unclassed: Decimal;
  /** The sum over the classes. */
  readonly amount: Decimal;
}

/** All that is sold under one category and rate. */
export interface PricedTaxClass {
  readonly category: TaxCategory;
  /** In percent. */
  readonly rate: Decimal;
  readonly taxable: Decimal;
  /** The rate of it, rounded once. */
  readonly tax: Decimal;
}

/** A line at the floor of its goods, below it, or with one that cannot be tested; in the document's currency. */
export interface PricedFloor {
  readonly version: number;
  readonly floor: FloorId;
  /** What its goods are sold for at least; null where the reader may not see costs. */
  readonly least: FloorLeast | null;
  /** What the line's amount was lifted by. */
  readonly lifted: Decimal;
  /** What is still missing, and whether that is only said; null for nothing. */
  readonly short: {
    readonly amount: Decimal;
    readonly then: FloorOutcome;
  } | null;
  /** What the test lacks, for this line or one that is tested with it; null where it was tested. */
  readonly untested: {
    readonly missing: FloorMissing;
    readonly then: FloorOutcome;
  } | null;
}

/** What becomes of a line that is below its floor, or cannot be tested. */
export type FloorOutcome = 'warn' | 'hold';

/** What a floor cannot be tested without: a cost or a base price in the document's currency, or a rate for its own. */
export type FloorMissing = 'cost' | 'basePrice' | 'rate';

/** What a code that was typed does. */
export interface CodeState {
  readonly code: string;
  /** The rule that it starts; null where there is none. */
  readonly rule: RuleName | null;
  readonly is:
    | { readonly kind: 'noRule' }
    | { readonly kind: 'paused' }
    /** No goods of the document are any that the rule is for. */
    | { readonly kind: 'otherGoods' }
    /** On so many lines, or on the document where that is 0. */
    | { readonly kind: 'applied'; readonly lines: number }
    /** With all that keeps it from one of the lines, or from the document. */
    | { readonly kind: 'notApplied'; readonly reasons: readonly Reason[] };
}

export type PricedLine = LineWithPrice | LineWithoutPrice;

export interface LineWithPrice {
  readonly kind: 'priced';
  readonly id: string;
  readonly item: ItemNumber;
  readonly quantity: Decimal;
  /** What the quantity is in. */
  readonly unit: UnitCode;
  /** For goods priced by time, in the item's time unit. */
  readonly duration: Decimal | null;
  /** The level that made the price, and who or what gave the line that level. */
  readonly level: { readonly level: LevelName; readonly by: LevelChooser } | null;
  /** What closes the line to breaks and rules, if anything does. */
  readonly closedBy: ClosedBy | null;
  /** Parts of the quantity, each at one unit price. A line starts as one. */
  readonly slices: readonly PricedSlice[];
  /** What rules do to the line as a whole, after its slices. */
  readonly flats: readonly PricedFlat[];
  /** What rules for several lines together, or for the document, do to this one. */
  readonly shares: readonly PricedShare[];
  /** What somebody takes off the line; null for nothing. */
  readonly discount: PricedDiscount | null;
  /** Null for a line above its floor, or without one. */
  readonly floor: PricedFloor | null;
  /** Its part of what somebody takes off the document; null for none. */
  readonly discountShare: Decimal | null;
  /** What was promised for it, where that counts: its slices are the line's. */
  readonly kept: KeptPrice | null;
  /** What its goods are charged once for, besides its amount; told on the line of an item that asks for most. */
  readonly setUp: PricedSetUp | null;
  /** The slices' amounts, the flat amounts, the shares of rules for groups, the rest of a promise, a discount by hand, a lift. */
  readonly amount: Decimal;
  /** The amount with its shares of what is done to the document: what the line is sold for. */
  readonly net: Decimal;
  /** What the line costs; null where nothing is known. */
  readonly cost: LineCost | null;
  readonly notApplied: readonly NotApplied[];
  /** How many more were considered than `notApplied` lists. */
  readonly notAppliedMore: number;
  /** Of a line priced by hand, what it is without anything by hand; as it was promised, without that. */
  readonly computed: PricedLine | null;
}

/** A set-up charge: an amount of the document, which no rule takes anything off. */
export interface PricedSetUp {
  readonly version: number;
  readonly break: BreakName;
  /** What the customer reads; empty for a word of our own. */
  readonly words: string;
  /** In the document's currency; zero where it was paid before. */
  readonly amount: Decimal;
  /** The customer has paid it on another document. */
  readonly paid: boolean;
}

/** An amount on a line as a whole, in the document's currency. */
export interface PricedFlat {
  readonly version: number;
  readonly rule: RuleName;
  /** What it changes the line's amount by; below zero for an amount off. */
  readonly amount: Decimal;
  /** How often the rule's amount is in it. */
  readonly times: number;
  /** There was less than it would have taken. */
  readonly tookAll: boolean;
}

/** A line's part of what a rule does to several lines, in the document's currency. */
export interface PricedShare {
  readonly version: number;
  readonly rule: RuleName;
  readonly of: 'group' | 'document';
  /** How many base units of the line a rule for groups changed; null for the document. */
  readonly units: number | null;
  /** What it changes the line's amount by; below zero for an amount off. */
  readonly amount: Decimal;
}

/** What a rule for groups or for the document did in all, in the document's currency. */
export interface PricedRule {
  readonly version: number;
  readonly rule: RuleName;
  readonly effect: GroupEffect | DocumentEffect;
  /** How many deals, sets or times. */
  readonly times: number;
  /** What it changes the document's total by; below zero for an amount off. */
  readonly amount: Decimal;
  /** There was less than it would have taken. */
  readonly tookAll: boolean;
}

/** In the document's currency, exactly. */
export interface LineCost {
  readonly kind: CostKind;
  /** Per the line's unit (and time). */
  readonly each: Exact;
  /** Of the whole line. */
  readonly amount: Exact;
  /**
   * (amount of the line - cost) / amount of the line, in percent; null without an amount, and where
   * workings are left out.
   */
  readonly margin: Exact | null;
  /** (amount of the line - cost) / cost, in percent; null where workings are left out. */
  readonly markup: Exact | null;
}

export type ClosedBy = 'priceByHand' | 'kept' | 'agreement' | 'typedPrice' | 'levelEntry';

export interface LineWithoutPrice {
  readonly kind: 'unpriced';
  readonly id: string;
  readonly item: ItemNumber;
  readonly quantity: Decimal;
  readonly problem: LineProblem;
}

export interface PricedSlice {
  readonly quantity: Decimal;
  /** What quantity and unit price are in: the line's unit, or the base unit of a line in slices. */
  readonly unit: UnitCode;
  /** Rounded to the currency's unit price digits. */
  readonly unitPrice: Decimal;
  /** quantity x unit price (x duration), rounded to the currency's minor digits. */
  readonly amount: Decimal;
  /** How the unit price came about, from start to end. */
  readonly steps: readonly WorkingStep[];
}

/** Why a line has no price. It is never priced 0.00 instead. */
export type LineProblem =
  | { readonly kind: 'itemUnknown' }
  | { readonly kind: 'unitNotOfItem'; readonly unit: UnitCode }
  | { readonly kind: 'quantityNotPositive' }
  | { readonly kind: 'quantityTooFine'; readonly digits: number; readonly unit: string }
  | { readonly kind: 'durationMissing'; readonly timeUnit: TimeUnit }
  | { readonly kind: 'durationNotPositive' }
  | { readonly kind: 'durationNotAsked' }
  | { readonly kind: 'noStartPrice' }
  | { readonly kind: 'byRequest'; readonly table: string }
  /** The tier that the line reaches says that somebody is asked. */
  | { readonly kind: 'tierByRequest'; readonly break: string; readonly from: Decimal }
  | { readonly kind: 'noExchangeRate'; readonly from: CurrencyCode; readonly to: CurrencyCode }
  | { readonly kind: 'roundsToZero'; readonly unitPrice: Exact; readonly digits: number };
