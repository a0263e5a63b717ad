import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { Day, Window } from './dates';
import type { SalesContext } from './document';
import type { ItemNumber, UnitCode } from './goods';
import type { LevelId } from './level';
import type { Scope } from './scope';

/** Identifies a conditional rule; it stays the same when the rule is renamed. */
export type RuleId = string;

/**
 * Something that is done to lines where conditions hold. Amounts and prices in it are in its own
 * currency. Its conditions look at the document as it stands after breaks, before any rule.
 */
export interface Rule {
  readonly id: RuleId;
  readonly name: string;
  /** What the customer reads on paper; empty for nothing. */
  readonly words: string;
  readonly currency: CurrencyCode;
  /** Rules are applied in rising order of their places, those with the same by the list. */
  readonly place: number;
  /** A paused rule does nothing. */
  readonly paused: boolean;
  readonly validity: RuleValidity;
  /** The codes of the outlets at which it counts; null where it does at all, and at none. */
  readonly outlets: readonly string[] | null;
  readonly trigger: RuleTrigger;
  readonly when: Condition;
  readonly effect: RuleEffect;
  /** Whether it goes together with other rules; else it stands alone. */
  readonly combinable: boolean;
  /** Rules after it in the list do not touch its lines. */
  readonly stopProcessing: boolean;
  readonly limits: RuleLimits;
}

/**
 * How often a rule may be used; null for any number. A use is a confirmed document that it is applied
 * on, however often there. The limit for a customer is none for customers nobody knows.
 */
export interface RuleLimits {
  readonly inAll: number | null;
  readonly perCustomer: number | null;
}

export const NO_LIMITS: RuleLimits = { inAll: null, perCustomer: null };

export function isLimited({ inAll, perCustomer }: RuleLimits): boolean {
  return inAll !== null || perCustomer !== null;
}

/** By the outlet's wall clock at the moment of pricing. */
export interface RuleValidity {
  readonly days: Window;
  /** Of the week, 1 for Monday to 7 for Sunday; null for all. */
  readonly weekdays: readonly number[] | null;
  readonly times: TimeWindow | null;
}

/**
 * From one time of day until another, 24 hours: 18:30. The start is included, the end is not; one
 * that ends before it starts goes past midnight and belongs to the day on which it began.
 */
export interface TimeWindow {
  readonly from: string;
  readonly until: string;
}

export type RuleTrigger =
  /** Wherever its conditions hold. */
  | { readonly kind: 'automatic' }
  /** Where the document has the code, whatever its case. */
  | { readonly kind: 'code'; readonly code: string }
  /** Where somebody put it on the line, or on the document. */
  | { readonly kind: 'manual' };

/** A tree of tests. A fact that is missing makes a test false, whichever comparison it is. */
export type Condition =
  { readonly kind: 'all' | 'any' | 'none'; readonly of: readonly Condition[] } | RuleTest;

/**
 * A condition that is saved under a name, for several rules. Money in it is in the currency of the
 * rule that names it; it names no other.
 */
export interface SavedCondition {
  /** Stays the same when it is renamed. */
  readonly id: string;
  readonly name: string;
  readonly when: Condition;
}

export type RuleTest =
  /** The line's item is among the goods. */
  | { readonly kind: 'goods'; readonly scopes: readonly Scope[] }
  | { readonly kind: 'customer'; readonly customers: readonly string[] }
  | { readonly kind: 'segment'; readonly segments: readonly string[] }
  | { readonly kind: 'currency'; readonly currencies: readonly CurrencyCode[] }
  | { readonly kind: 'number'; readonly fact: NumberFact; readonly comparison: Comparison }
  | { readonly kind: 'word'; readonly fact: WordFact; readonly comparison: WordComparison }
  /** What is saved under this id; it stands in its place before anything is tested. */
  | { readonly kind: 'saved'; readonly condition: SavedCondition['id'] };

export type NumberFact =
  /** Of the line, in its base unit. */
  | { readonly kind: 'quantity' }
  /** Of the line, in the item's time unit. */
  | { readonly kind: 'duration' }
  /** Per unit of the line, in the rule's currency. */
  | { readonly kind: 'basePrice' | 'priceAfterLevel' | 'priceAfterBreak' }
  /** Of the line, per unit of it, in the rule's currency. */
  | { readonly kind: 'cost' }
  /** In percent: what part of the price after the break is not cost. */
  | { readonly kind: 'margin' }
  /** How many posted sales the customer had before: of anything, of the item, of its category. */
  | { readonly kind: 'salesBefore'; readonly of: 'anything' | 'item' | 'category' }
  | AttributeFact
  /** Of the document before rules, in the rule's currency. */
  | { readonly kind: 'shipping' }
  /** Over the lines of some goods: base units, what they come to, or how many lines there are. */
  | {
      readonly kind: 'count';
      readonly of: 'quantity' | 'spend' | 'lines';
      readonly scopes: readonly Scope[];
    };

/** Something that is a text, a choice or a day. */
export type WordFact =
  | AttributeFact
  /** What the line's quantity is in. */
  | { readonly kind: 'unit' }
  /** The kind of cost that the goods of the line have as they are supplied. */
  | { readonly kind: 'formOfSupply' }
  /** What the document is written as: quote, order or sale. */
  | { readonly kind: 'documentKind' }
  /** Who sells, and where the goods go; postcodes are compared without spaces, in capitals. */
  | { readonly kind: keyof SalesContext };

/** What a company keeps of its goods, customers or documents besides what everybody keeps. */
export interface AttributeFact {
  readonly kind: 'attribute';
  readonly of: 'item' | 'customer' | 'document';
  readonly code: string;
}

export type WordComparison =
  | { readonly kind: 'isOneOf' | 'isNoneOf' | 'startsWith'; readonly values: readonly string[] }
  /** Days, in ISO 8601. */
  | { readonly kind: 'onOrAfter' | 'onOrBefore'; readonly day: Day };

/** Spelt so that the boundary is clear. */
export type Comparison =
  | {
      readonly kind: 'atLeast' | 'moreThan' | 'atMost' | 'lessThan' | 'exactly';
      readonly value: Decimal;
    }
  /** Both included. */
  | { readonly kind: 'between'; readonly value: Decimal; readonly to: Decimal };

/** What a rule does: to each line by itself, to units of lines together, or to the document. */
export type RuleEffect = LineEffect | GroupEffect | DocumentEffect;

/** What is done to a line. Percents and amounts are signed: -10 takes 10 % off. */
export type LineEffect =
  | {
      readonly kind: 'percent';
      readonly percent: Decimal;
      readonly of: PriceBase;
      readonly startsFrom: PriceBase;
    }
  /** On each unit, and each unit of time. */
  | {
      readonly kind: 'amountEach';
      readonly amount: Decimal;
      readonly unit: UnitCode | null;
      readonly startsFrom: PriceBase;
    }
  /** `raises`: also where the price is lower. */
  | {
      readonly kind: 'set';
      readonly price: Decimal;
      readonly unit: UnitCode | null;
      readonly raises: boolean;
    }
  /** The price that another level makes of it, with nothing of its own level and its break left. */
  | { readonly kind: 'level'; readonly level: LevelId; readonly raises: boolean }
  /** Each item at a price of its own; other items stay as they are. */
  | { readonly kind: 'ownPrices'; readonly prices: readonly OwnPrice[]; readonly raises: boolean }
  /** On the line as a whole, after its unit prices are rounded; once for every so many units. */
  | { readonly kind: 'flat'; readonly amount: Decimal; readonly every: Decimal | null };

/** A price of one item in a rule; `unit` is what it is per, null for the base unit. */
export interface OwnPrice {
  readonly item: ItemNumber;
  readonly price: Decimal;
  readonly unit: UnitCode | null;
}

/** What is done to one of these items: its price is set. */
export function setTo(
  { price, unit }: OwnPrice,
  raises: boolean,
): Extract<LineEffect, { kind: 'set' }> {
  return { kind: 'set', price, unit, raises };
}

/**
 * What is done to whole units of lines that the conditions hold for. Quantities are in base units,
 * amounts and prices per base unit (and for the whole time of goods priced by time).
 */
export type GroupEffect =
  /** So many of one selection earn so many of another; percents and amounts are signed. */
  | {
      readonly kind: 'buyAndGet';
      readonly buy: UnitsOf;
      readonly get: UnitsOf;
      readonly offer: UnitOffer;
      /** Whether the dearest units are given, and not the cheapest. */
      readonly dearest: boolean;
      /** The most deals in one document; null for any number. */
      readonly most: number | null;
    }
  /** These together, for one total, or each at its own price where that is null. */
  | {
      readonly kind: 'bundle';
      readonly parts: readonly BundlePart[];
      readonly total: Decimal | null;
    }
  /** A signed amount shared by units; once, or for every so many units together. */
  | { readonly kind: 'allocate'; readonly amount: Decimal; readonly every: Decimal | null };

/** So many units of some goods. */
export interface UnitsOf {
  readonly quantity: number;
  readonly scopes: readonly Scope[];
}

/** `price` counts where a bundle has no total. */
export interface BundlePart extends UnitsOf {
  readonly price: Decimal | null;
}

export type UnitOffer =
  | { readonly kind: 'percent'; readonly percent: Decimal }
  | { readonly kind: 'amount'; readonly amount: Decimal }
  | { readonly kind: 'set'; readonly price: Decimal };

/** What is done to the document where the conditions hold for one of its lines. */
export type DocumentEffect =
  /** Off what the open lines come to, or off the shipping. */
  | { readonly kind: 'subtotal' | 'shipping'; readonly off: DocumentOff }
  /** On top. */
  | { readonly kind: 'charge'; readonly amount: Decimal };

/** Signed. */
export type DocumentOff =
  | { readonly kind: 'percent'; readonly percent: Decimal }
  | { readonly kind: 'amount'; readonly amount: Decimal };

/** In this order rules are applied: to lines, to units together, to the document. */
export type RuleStage = 'line' | 'group' | 'document';

export function stageOf({ kind }: Pick<RuleEffect, 'kind'>): RuleStage {
  switch (kind) {
    case 'buyAndGet':
    case 'bundle':
    case 'allocate':
      return 'group';
    case 'subtotal':
    case 'shipping':
    case 'charge':
      return 'document';
    default:
      return 'line';
  }
}

/** A price that a percent is of, or that a rule starts from. */
export type PriceBase = (typeof PRICE_BASES)[number];
export const PRICE_BASES = ['running', 'afterLevel', 'basePrice', 'listPrice'] as const;

/** Who wins where a rule that stands alone meets others. */
export type RuleChoice = (typeof RULE_CHOICES)[number];
export const RULE_CHOICES = ['first', 'least'] as const;
