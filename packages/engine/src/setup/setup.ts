import type { CurrencyCode } from '../number/currency';
import type { RoundingMode } from '../number/rounding';
import type { Agreement } from './agreement';
import type { CostKind } from './cost';
import type { CostTable } from './cost-table';
import type { Floor } from './floor';
import type { BasePrice, SharedPrice } from './goods';
import type { Level, LevelId } from './level';
import type { QuantityBreak } from './quantity-break';
import type { Rule, RuleChoice, SavedCondition } from './rule';

/** One published version of what administrators decide. */
export interface Setup {
  /** The number the version was published under. */
  readonly version: number;
  /** What base prices and shared prices are stated in. */
  readonly homeCurrency: CurrencyCode;
  /** How unit prices and line amounts are rounded to their digits. */
  readonly roundingMode: RoundingMode;
  /** Digits of a unit price, where they differ from the currency's minor digits (0 to 6). */
  readonly unitPriceDigits: Readonly<Partial<Record<CurrencyCode, number>>>;
  /** The level of a line that nothing else gives one. */
  readonly defaultLevel: LevelId | null;
  /** The order in which kinds of cost are tried for what a line costs: the first above zero is it. */
  readonly costOrder: readonly CostKind[];
  /** The narrowest that takes an item in is its floor; of several alike, the first. */
  readonly floors: readonly Floor[];
  readonly basePrices: readonly BasePrice[];
  readonly sharedPrices: readonly SharedPrice[];
  readonly agreements: readonly Agreement[];
  readonly levels: readonly Level[];
  /** In the order in which they are tried where they take an item in alike. */
  readonly costTables: readonly CostTable[];
  /** In the order in which they are tried where they take a line in alike. */
  readonly breaks: readonly QuantityBreak[];
  /** Conditions that rules name. */
  readonly conditions: readonly SavedCondition[];
  /** In the order in which they are applied. */
  readonly rules: readonly Rule[];
  readonly ruleChoice: RuleChoice;
}
