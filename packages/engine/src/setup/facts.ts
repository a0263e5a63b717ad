import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { ExchangeRate } from '../number/exchange';
import type { ItemCost, PurchaseCost, UnitsSold } from './cost';
import type { Day, Window } from './dates';
import type { ItemKind, ItemNumber, TimeUnit, UnitCode } from './goods';
import type { LevelId } from './level';
import type { Scope } from './scope';
import type { RuleId } from './rule';

/** What was known when the document was priced. */
export interface DocumentFacts {
  /** The outlet's wall clock at the instant of pricing. */
  readonly local: LocalTime;
  /** Null for a document of no outlet. */
  readonly outlet: OutletFacts | null;
  /** Null for a customer nobody knows. */
  readonly customer: CustomerFacts | null;
  readonly rates: readonly ExchangeRate[];
  readonly items: readonly ItemFacts[];
  /** Of rules with limits; one that is left out was not used yet. */
  readonly ruleUses: readonly RuleUses[];
  /** What the customer bought before; null where no rule asks, or nobody is known. */
  readonly bought: BoughtBefore | null;
  /** The document's items whose set-up charge the customer has paid on another one. */
  readonly setUpPaid: readonly ItemNumber[];
  /** Null where no tax is charged. */
  readonly tax: TaxFacts | null;
}

/** The tax classes of a document's goods, and what is charged on each. */
export interface TaxFacts {
  readonly classes: readonly TaxClassFacts[];
  /** Of items that have one. */
  readonly items: readonly { readonly item: ItemNumber; readonly taxClass: string }[];
  /** The class of shipping, charges and set-up charges; null where none is known. */
  readonly others: string | null;
}

export interface TaxClassFacts extends CodeAndName {
  readonly category: TaxCategory;
  /** In percent; 0 for every category but the standard one. */
  readonly rate: Decimal;
}

/**
 * Tax categories, by the codes that EN 16931 takes from UNTDID 5305: S standard rate, Z zero rated,
 * E exempt, AE reverse charge, K supply within the Union, G export, O outside the scope of tax.
 */
export type TaxCategory = (typeof TAX_CATEGORIES)[number];
export const TAX_CATEGORIES = ['S', 'Z', 'E', 'AE', 'K', 'G', 'O'] as const;

/** On how many posted sales a customer bought something. */
export interface BoughtBefore {
  readonly sales: number;
  /** Of the document’s items, and of the categories that they lie in. */
  readonly items: readonly CountOf[];
  readonly categories: readonly CountOf[];
}

export interface CountOf {
  readonly code: string;
  readonly sales: number;
}

/** How often a rule was used so far, on other documents than the one to be priced. */
export interface RuleUses {
  readonly rule: RuleId;
  readonly inAll: number;
  /** By the document's customer; 0 for one nobody knows. */
  readonly byCustomer: number;
}

/** Resolved once, by whoever gathers the facts: the engine reads no time-zone database. */
export interface LocalTime {
  readonly day: Day;
  /** Wall clock, 24 hours: 14:32:00. */
  readonly time: string;
  /** From UTC: +01:00. */
  readonly offset: string;
}

export interface OutletFacts {
  readonly code: string;
  readonly name: string;
  /** An IANA time zone, such as Europe/Lisbon. */
  readonly timeZone: string;
  /** For customers to whom nothing else gives a level. */
  readonly level: LevelId | null;
  /** The levels that may be used there; null where all may. */
  readonly levelsAllowed: readonly LevelId[] | null;
}

export interface CustomerFacts {
  readonly code: string;
  readonly name: string;
  readonly segment: SegmentFacts | null;
  /** The customer's default level, if it has one. */
  readonly level: LevelId | null;
  /** Levels for some of the goods, or for some time. */
  readonly assignments: readonly LevelAssignment[];
  readonly attributes: AttributeFacts;
}

/**
 * Values by the codes of attributes, as text: numbers with a decimal point, days in ISO 8601, yes or
 * no. What has no value, or is asked for by no rule, may be left out.
 */
export type AttributeFacts = Readonly<Record<string, string>>;

export interface SegmentFacts {
  readonly code: string;
  readonly name: string;
  readonly level: LevelId | null;
}

export interface LevelAssignment {
  readonly id: string;
  readonly level: LevelId;
  readonly scope: Scope;
  readonly window: Window;
}

export interface ItemFacts {
  readonly item: ItemNumber;
  readonly name: string;
  readonly kind: ItemKind;
  /** The category the item lies in and all above it, from the top of the tree down. */
  readonly categories: readonly CodeAndName[];
  readonly family: CodeAndName | null;
  readonly brand: CodeAndName | null;
  /** The preferred one. */
  readonly supplier: CodeAndName | null;
  /** The base unit of measure. */
  readonly unit: UnitCode;
  /** How many decimals a quantity in the base unit may have. */
  readonly quantityDigits: number;
  /** Further units. */
  readonly units: readonly UnitFacts[];
  /** For goods priced by time, what a price is per. */
  readonly timeUnit: TimeUnit | null;
  /** The maker's suggested retail price, per base unit. */
  readonly listPrice: Money | null;
  /** Further prices by their names, per base unit. */
  readonly namedPrices: readonly NamedPrice[];
  /** Its costs in force on the day, but for purchase costs. */
  readonly costs: readonly ItemCost[];
  /** What its suppliers ask, all that is in force on the day. */
  readonly purchaseCosts: readonly PurchaseCost[];
  /** By each window that a cost table asks for. */
  readonly unitsSold: readonly UnitsSold[];
  readonly attributes: AttributeFacts;
}

export interface CodeAndName<Code extends string = string> {
  readonly code: Code;
  readonly name: string;
}

export interface UnitFacts {
  readonly unit: UnitCode;
  /** How many base units it is; above zero. */
  readonly factor: Decimal;
  /** How many decimals a quantity in it may have. */
  readonly digits: number;
}

export interface Money {
  readonly amount: Decimal;
  readonly currency: CurrencyCode;
}

export interface NamedPrice extends Money {
  readonly name: string;
}
