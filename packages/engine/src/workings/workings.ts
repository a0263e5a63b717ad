import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { RoundingMode } from '../number/rounding';
import type { RoundingRule } from '../number/rounding-rule';
import type { ItemNumber, LevelEntry, LevelId } from '../setup/setup';

/**
 * One thing that touched a price, in the order in which it did. `before` is null on the step the
 * column starts with; everywhere `before` + `change` = `after`, and the next step goes on from there.
 */
export interface WorkingStep {
  readonly source: WorkingSource;
  readonly before: Decimal | null;
  readonly change: Decimal;
  readonly after: Decimal;
}

/** Where a step comes from; `version` is the published version that says so. */
export type WorkingSource =
  | { readonly kind: 'basePrice'; readonly version: number; readonly item: ItemNumber }
  | {
      readonly kind: 'levelEntry';
      readonly version: number;
      readonly level: LevelName;
      readonly entry: LevelEntry;
    }
  | {
      readonly kind: 'levelRounding';
      readonly version: number;
      readonly level: LevelName;
      readonly rule: RoundingRule;
    }
  | {
      readonly kind: 'unitRounding';
      readonly version: number;
      readonly digits: number;
      readonly mode: RoundingMode;
      readonly currency: CurrencyCode;
    };

export interface LevelName {
  readonly id: LevelId;
  readonly name: string;
}

/** Something that could have touched the line and did not, with every reason that held. */
export interface NotApplied {
  readonly subject: NotAppliedSubject;
  readonly reasons: readonly Reason[];
}

export type NotAppliedSubject =
  | { readonly kind: 'anyLevel' }
  | { readonly kind: 'missingLevel'; readonly id: LevelId }
  | { readonly kind: 'level'; readonly level: LevelName }
  | { readonly kind: 'levelEntry'; readonly level: LevelName; readonly entry: LevelEntry }
  | { readonly kind: 'levelRounding'; readonly level: LevelName; readonly rule: RoundingRule };

export type Reason =
  | { readonly kind: 'customerUnknown' }
  | { readonly kind: 'customerHasNoLevel' }
  | { readonly kind: 'notInVersion'; readonly version: number }
  | { readonly kind: 'noEntryReachesItem'; readonly item: ItemNumber }
  | { readonly kind: 'narrowerEntryApplies'; readonly entry: LevelEntry }
  | { readonly kind: 'earlierEntryApplies'; readonly entry: LevelEntry }
  | { readonly kind: 'noEntryPricedItem' }
  | {
      readonly kind: 'ruleInOtherCurrency';
      readonly rule: CurrencyCode;
      readonly price: CurrencyCode;
    };

/** Not applied: at most this many are listed, the rest are counted. */
export const NOT_APPLIED_LISTED = 20;
