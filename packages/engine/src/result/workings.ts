import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { Exact } from '../number/exact';
import type { RoundingMode } from '../number/rounding';
import type { RoundingRule } from '../number/rounding-rule';
import type { Agreement } from '../setup/agreement';
import type { CostKind } from '../setup/cost';
import type { CostAdjustment, CostTableId, Fees, PieceCharge } from '../setup/cost-table';
import type { Window } from '../setup/dates';
import type { DocumentName, KeptPrice } from '../setup/document';
import type { CodeAndName, LevelAssignment, Money, UnitFacts } from '../setup/facts';
import type { ItemNumber, SharedPrice, UnitCode } from '../setup/goods';
import type { Adjustment, Basis, LevelEntry, LevelId, TypedPrice } from '../setup/level';
import type { BreakBasis, BreakId, BreakMeasure, BreakTier } from '../setup/quantity-break';
import type {
  Condition,
  LineEffect,
  PriceBase,
  RuleEffect,
  RuleId,
  RuleTest,
  RuleValidity,
  UnitsOf,
} from '../setup/rule';
import type { ClosedBy } from './priced';

/**
 * One thing that touched a price, in the order in which it did. `before` is null where a column
 * starts: on the first step, and where the price goes on in another currency. Everywhere `before` +
 * `change` = `after`, and the next step goes on from there.
 */
export interface WorkingStep {
  readonly source: WorkingSource;
  /** What the three amounts are in, per pricing unit. */
  readonly currency: CurrencyCode;
  readonly before: Exact | null;
  readonly change: Exact;
  readonly after: Exact;
}

/** Where a step comes from; `version` is the published version that says so. */
export type WorkingSource =
  | { readonly kind: 'priceByHand'; readonly reason: string; readonly unit: UnitCode }
  /** As another document promised it. */
  | { readonly kind: 'kept'; readonly from: DocumentName; readonly unit: UnitCode }
  | {
      readonly kind: 'agreement';
      readonly version: number;
      readonly agreement: Agreement;
      /** The segment it was agreed with, where it was not the customer. */
      readonly segment: CodeAndName | null;
    }
  | {
      readonly kind: 'typedPrice';
      readonly version: number;
      readonly level: LevelName;
      readonly typed: TypedPrice;
    }
  | {
      readonly kind: 'basePrice';
      readonly version: number;
      readonly item: ItemNumber;
      /** What the price is per. */
      readonly unit: UnitCode;
      readonly shared: SharedPrice | null;
    }
  | { readonly kind: 'listPrice'; readonly item: ItemNumber }
  | { readonly kind: 'namedPrice'; readonly item: ItemNumber; readonly name: string }
  | {
      readonly kind: 'cost';
      readonly item: ItemNumber;
      readonly cost: CostKind;
      /** What it is per. */
      readonly unit: UnitCode;
    }
  /** A cost table's band, with the points for units sold. */
  | {
      readonly kind: 'costTable';
      readonly version: number;
      readonly table: TableName;
      readonly adjustment: CostAdjustment;
      readonly points: {
        readonly points: Decimal;
        readonly sold: Decimal;
        readonly days: number | null;
      } | null;
      readonly tookAll: boolean;
    }
  | {
      readonly kind: 'tableFees';
      readonly version: number;
      readonly table: TableName;
      readonly fees: Fees;
    }
  | {
      readonly kind: 'pieceCharge';
      readonly version: number;
      readonly table: TableName;
      readonly charge: PieceCharge;
      /** It would have taken more than was there. */
      readonly tookAll: boolean;
    }
  | {
      readonly kind: 'tableRounding';
      readonly version: number;
      readonly table: TableName;
      readonly rule: RoundingRule;
      /** There was nothing to go down to, so the price stayed. */
      readonly isBelowAll?: true;
    }
  /** What the price is before a step, where the reader may not see costs. */
  | { readonly kind: 'fromCost'; readonly item: ItemNumber }
  | {
      readonly kind: 'levelEntry';
      readonly version: number;
      readonly level: LevelName;
      readonly entry: LevelEntry;
      /** The one that was made: the entry's own, or its band's. */
      readonly adjustment: Adjustment;
      /** It would have gone below zero, so it took what was there. */
      readonly tookAll: boolean;
    }
  | {
      readonly kind: 'levelRounding';
      readonly version: number;
      readonly level: LevelName;
      readonly rule: RoundingRule;
      /** There was nothing to go down to, so the price stayed. */
      readonly isBelowAll?: true;
    }
  /** A tier of a quantity break. */
  | {
      readonly kind: 'quantityBreak';
      readonly version: number;
      readonly break: BreakName;
      readonly tier: { readonly from: Decimal; readonly adjustment: Adjustment };
      readonly basis: BreakBasis;
      /** Over all that the break counts together. */
      readonly counted: Exact;
      /** What is counted: a unit, a currency, or a time unit. */
      readonly measured: string;
      readonly incremental: boolean;
      /** The next tier up; null for none. */
      readonly next: BreakTier | null;
      /** It would have taken more than there was. */
      readonly tookAll: boolean;
    }
  | {
      readonly kind: 'breakRounding';
      readonly version: number;
      readonly break: BreakName;
      readonly rule: RoundingRule;
      /** There was nothing to go down to, so the price stayed. */
      readonly isBelowAll?: true;
    }
  /** A conditional rule. */
  | {
      readonly kind: 'rule';
      readonly version: number;
      readonly rule: RuleName;
      readonly effect: Exclude<LineEffect, { kind: 'flat' | 'ownPrices' }>;
      /** What the price was before another level's took its place; null where none did. */
      readonly instead: Exact | null;
      /** It would have taken more than there was. */
      readonly tookAll: boolean;
    }
  /** The price goes on in another currency; rates are null for the home currency. */
  | {
      readonly kind: 'exchange';
      readonly from: { readonly amount: Exact; readonly currency: CurrencyCode };
      readonly fromRate: Decimal | null;
      readonly toRate: Decimal | null;
      readonly home: CurrencyCode;
    }
  /** From the unit that the price was made in to the line's: each factor is in base units. */
  | { readonly kind: 'lineUnit'; readonly from: UnitFactor; readonly to: UnitFactor }
  | {
      readonly kind: 'unitRounding';
      readonly version: number;
      readonly digits: number;
      readonly mode: RoundingMode;
      readonly currency: CurrencyCode;
    };

export type UnitFactor = Pick<UnitFacts, 'unit' | 'factor'>;

/** A level as workings name it, with the currency that its amounts are in. */
export interface LevelName {
  readonly id: LevelId;
  readonly name: string;
  readonly currency: CurrencyCode;
}

/** A cost table as workings name it, with the currency that its amounts are in. */
export interface TableName {
  readonly id: CostTableId;
  readonly name: string;
  readonly currency: CurrencyCode;
}

/** A quantity break as workings name it, with the currency that its amounts are in. */
export interface BreakName {
  readonly id: BreakId;
  readonly name: string;
  /** What the customer reads; empty for nothing. */
  readonly words: string;
  readonly currency: CurrencyCode;
}

/** A rule as workings name it, with the currency that its amounts are in. */
export interface RuleName {
  readonly id: RuleId;
  readonly name: string;
  /** What the customer reads; empty for nothing. */
  readonly words: string;
  readonly currency: CurrencyCode;
}

/** Who or what says that a line has a level, in the order in which they are asked. */
export type LevelChooser =
  | { readonly kind: 'line' }
  | { readonly kind: 'document' }
  | { readonly kind: 'assignment'; readonly assignment: LevelAssignment }
  | { readonly kind: 'customer' }
  | { readonly kind: 'segment'; readonly name: string }
  | { readonly kind: 'outlet'; readonly name: string }
  | { readonly kind: 'setup' };

/** Something that could have touched the line and did not, with every reason that held. */
export interface NotApplied {
  readonly subject: NotAppliedSubject;
  readonly reasons: readonly Reason[];
}

export type NotAppliedSubject =
  | { readonly kind: 'anyLevel' }
  | { readonly kind: 'missingLevel'; readonly id: LevelId; readonly by: LevelChooser }
  | { readonly kind: 'levelChoice'; readonly level: LevelName; readonly by: LevelChooser }
  | { readonly kind: 'level'; readonly level: LevelName }
  | { readonly kind: 'levelEntry'; readonly level: LevelName; readonly entry: LevelEntry }
  | { readonly kind: 'levelRounding'; readonly level: LevelName; readonly rule: RoundingRule }
  | {
      readonly kind: 'agreement';
      readonly agreement: Agreement;
      readonly segment: CodeAndName | null;
    }
  | { readonly kind: 'typedPrice'; readonly level: LevelName; readonly typed: TypedPrice }
  | { readonly kind: 'costTable'; readonly table: TableName }
  | { readonly kind: 'break'; readonly break: BreakName }
  | { readonly kind: 'rule'; readonly rule: RuleName }
  | { readonly kind: 'promise'; readonly from: DocumentName }
  /** What somebody takes off the line or the document. */
  | { readonly kind: 'discountByHand' };

export type Reason =
  | { readonly kind: 'nothingGivesALevel' }
  | { readonly kind: 'notInVersion'; readonly version: number }
  | { readonly kind: 'notAllowedAtOutlet'; readonly outlet: string }
  | { readonly kind: 'outsideWindow'; readonly window: Window; readonly day: string }
  | {
      readonly kind: 'asksForMore';
      readonly minQuantity: Decimal;
      readonly missing: Decimal;
      readonly unit: UnitCode;
    }
  | { readonly kind: 'unitNotOfItem'; readonly unit: UnitCode }
  | { readonly kind: 'anotherLevelFirst'; readonly level: LevelName; readonly by: LevelChooser }
  | { readonly kind: 'priceAgreed' }
  | { readonly kind: 'priceTyped' }
  | { readonly kind: 'anotherAgreementFirst'; readonly price: Money }
  | { readonly kind: 'anotherTypedPriceFirst'; readonly price: Money }
  | { readonly kind: 'itemExcepted'; readonly item: ItemNumber }
  | { readonly kind: 'noEntryReachesItem'; readonly item: ItemNumber }
  | { readonly kind: 'basisMissing'; readonly basis: Basis }
  | { readonly kind: 'levelsInACircle' }
  | { readonly kind: 'belowFirstBand'; readonly price: Exact; readonly from: Decimal }
  | {
      readonly kind: 'narrowerEntryApplies' | 'earlierEntryApplies';
      readonly entry: LevelEntry;
      /** The level's, in which the entry's amounts are. */
      readonly currency: CurrencyCode;
    }
  /** None of these kinds has a cost above zero. */
  | { readonly kind: 'noCost'; readonly kinds: readonly CostKind[] }
  /** Null where the document is at no outlet. */
  | { readonly kind: 'tableNotAtOutlet'; readonly outlet: string | null }
  | { readonly kind: 'noEntryPricedItem' }
  | { readonly kind: 'lineClosed'; readonly by: ClosedBy }
  /** Null where the document is at no outlet. */
  | { readonly kind: 'notAtOutlet'; readonly outlet: string | null }
  /** Null for a line without a level. */
  | { readonly kind: 'notForLevel'; readonly level: LevelName | null }
  | { readonly kind: 'noRate'; readonly from: CurrencyCode; readonly to: CurrencyCode }
  | { readonly kind: 'notCounted'; readonly measure: BreakMeasure['kind'] }
  | {
      readonly kind: 'belowFirstTier';
      readonly counted: Exact;
      readonly missing: Exact;
      readonly tier: BreakTier;
      readonly basis: BreakBasis;
      /** What is counted: the base unit, a currency, or a time unit. */
      readonly measured: string;
      /** The break's, in which its amounts are. */
      readonly currency: CurrencyCode;
    }
  | { readonly kind: 'anotherBreakFirst'; readonly break: BreakName }
  | { readonly kind: 'ruleNotNow'; readonly validity: RuleValidity }
  | { readonly kind: 'codeNeeded' }
  /** It starts by hand, and nobody put it on. */
  | {
      readonly kind: 'handNeeded';
      /** What it would do. */
      readonly effect: RuleEffect;
      readonly currency: CurrencyCode;
    }
  | { readonly kind: 'takenOff' }
  /** It was used as often as it may be: in all, or by the customer. */
  | { readonly kind: 'usedUp'; readonly by: 'all' | 'customer'; readonly limit: number }
  /** It was made for another quantity, unit, duration or currency. */
  | {
      readonly kind: 'promisedOtherwise';
      readonly promised: Pick<KeptPrice, 'quantity' | 'unit' | 'duration' | 'currency'>;
    }
  /** The item is not among those that it has prices for. */
  | { readonly kind: 'noOwnPrice' }
  | { readonly kind: 'levelMakesNoPrice'; readonly level: LevelName }
  | { readonly kind: 'conditionFails'; readonly unmet: readonly Unmet[] }
  | {
      readonly kind:
        | 'anotherRuleStandsAlone'
        | 'ruleMeetsOthers'
        | 'ruleStopsBefore'
        | 'overtakenBy'
        | 'leavesMoreToPay';
      readonly rule: RuleName;
    }
  /** At least so many units more, of the goods that a rule for groups takes. */
  | {
      readonly kind: 'unitsMissing';
      readonly missing: number;
      /** Of which goods; left out where any that the rule takes do, and before model version 12. */
      readonly goods?: readonly UnitsOf[];
    }
  /** Its units would cost more than they do. */
  | { readonly kind: 'dearerTogether' }
  /** There is no shipping, or nothing left of what it would take from. */
  | { readonly kind: 'nothingToTake' }
  | { readonly kind: 'priceBaseMissing'; readonly base: PriceBase }
  | { readonly kind: 'notLower'; readonly price: Exact; readonly basis: BreakBasis | null }
  | {
      readonly kind: 'ruleInOtherCurrency';
      readonly rule: CurrencyCode;
      readonly price: CurrencyCode;
    };

/** What would have to turn out otherwise for a condition to hold. Money is in `currency`. */
export type Unmet =
  /** Null where it is not known. */
  | {
      readonly kind: 'test';
      readonly test: RuleTest;
      readonly actual: Exact | string | null;
      readonly currency: CurrencyCode;
      /** The item's base unit: prices and costs are compared per one. */
      readonly unit?: UnitCode;
    }
  /** One of these would have to, each with all that it wants. */
  | { readonly kind: 'oneOf'; readonly of: readonly (readonly Unmet[])[] }
  /** It holds, and must not. */
  | {
      readonly kind: 'holds';
      readonly condition: Condition;
      readonly currency: CurrencyCode;
    };

/** Not applied: at most this many are listed, the rest are counted. */
export const NOT_APPLIED_LISTED = 20;
