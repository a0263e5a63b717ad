import { minorDigits, type CurrencyCode } from '../number/currency';
import type { RoundingMode } from '../number/rounding';
import type { Agreement, Party } from '../setup/agreement';
import type { CostKind } from '../setup/cost';
import type { CostTableId } from '../setup/cost-table';
import type { Floor } from '../setup/floor';
import type { BasePrice, ItemNumber, SharedPrice, SharedPriceId, UnitCode } from '../setup/goods';
import type { LevelId } from '../setup/level';
import type { QuantityBreak } from '../setup/quantity-break';
import { isLimited, type Condition, type Rule, type RuleChoice, type RuleId } from '../setup/rule';
import type { Setup } from '../setup/setup';
import { breaksReaching, compileBreak, type ReachingBreak } from './compile-break';
import { compileCostTable, tablesReaching, type CompiledCostTable } from './compile-cost-table';
import { compileLevel, type CompiledLevel } from './compile-level';
import { asksForSales, attributesAsked, ruleFinders, type RuleFinders } from './compile-rule';
import { groupBy } from './group-by';
import { inPriceOrder } from './price-order';
import { scopeFinder, type ScopeFinder } from './scope-finder';
import { withSavedConditions } from './saved-conditions';

/** A setup turned once into look-ups, so that a line costs what applies to it and no more. */
export interface CompiledSetup {
  readonly version: number;
  readonly homeCurrency: CurrencyCode;
  readonly roundingMode: RoundingMode;
  readonly defaultLevel: LevelId | null;
  readonly costOrder: readonly CostKind[];
  readonly levels: ReadonlyMap<LevelId, CompiledLevel>;
  readonly costTables: ReadonlyMap<CostTableId, CompiledCostTable>;
  /** The windows in which cost tables ask how many units were sold. */
  readonly soldWindows: readonly (number | null)[];
  /** The attributes of items that rules ask for. */
  readonly attributesAsked: readonly string[];
  /** The cost tables that take an item in, the narrowest first. */
  readonly tablesReaching: ScopeFinder<{ readonly compiled: CompiledCostTable }>;
  /** The breaks that take an item in, the narrowest first; null where the setup has none. */
  readonly breaksReaching: ScopeFinder<ReachingBreak> | null;
  /** The floors that take an item in, the narrowest first; null where the setup has none. */
  readonly floorsReaching: ScopeFinder<Floor> | null;
  /** Conditions that are saved under a name, by their ids. */
  readonly conditions: ReadonlyMap<string, Condition>;
  /** The rules that can touch an item. */
  readonly rules: RuleFinders;
  /** Paused rules, too, by their codes in lower case. */
  readonly ruleByCode: ReadonlyMap<string, Rule>;
  /** The ids of rules that may be used only so often; paused ones are not among them. */
  readonly limitedRules: readonly RuleId[];
  /** Whether a rule asks what the customer bought before. */
  readonly salesAsked: boolean;
  readonly ruleChoice: RuleChoice;
  readonly sharedPrices: ReadonlyMap<SharedPriceId, SharedPrice>;
  /** The base price an item has for a unit; null asks for the base unit. */
  basePrice(item: ItemNumber, unit: UnitCode | null): BasePrice | undefined;
  /** A party's agreements for an item, in the order in which they are tried. */
  agreements(party: Party, item: ItemNumber): readonly Agreement[];
  /** Digits a unit price ends with in a currency. */
  unitPriceDigits(currency: CurrencyCode): number;
}

const NONE: readonly never[] = [];

export function compileSetup(setup: Setup): CompiledSetup {
  const basePrices = new Map(setup.basePrices.map((one) => [priceKey(one.item, one.unit), one]));
  const agreements = inPriceOrder(
    groupBy(setup.agreements, ({ party, item }) => agreementKey(party, item)),
  );
  const tables = setup.costTables.map(compileCostTable);
  const rules = withSavedConditions(setup.rules, setup.conditions);
  return {
    version: setup.version,
    homeCurrency: setup.homeCurrency,
    roundingMode: setup.roundingMode,
    defaultLevel: setup.defaultLevel,
    costOrder: setup.costOrder,
    costTables: new Map(tables.map((compiled) => [compiled.table.id, compiled])),
    soldWindows: [
      ...new Set(setup.costTables.flatMap(({ points }) => (points ? [points.days] : []))),
    ],
    attributesAsked: attributesAsked(rules),
    tablesReaching: tablesReaching(tables),
    breaksReaching:
      setup.breaks.length === 0 ? null : breaksReaching(setup.breaks.map(compileBreak)),
    floorsReaching: setup.floors.length === 0 ? null : scopeFinder(setup.floors),
    conditions: new Map(setup.conditions.map(({ id, when }) => [id, when])),
    rules: ruleFinders(rules),
    ruleByCode: new Map(
      rules.flatMap((rule) =>
        rule.trigger.kind === 'code' ? [[rule.trigger.code.toLowerCase(), rule] as const] : [],
      ),
    ),
    limitedRules: rules
      .filter(({ paused, limits }) => !paused && isLimited(limits))
      .map(({ id }) => id)
      .sort(),
    salesAsked: rules.some(asksForSales),
    ruleChoice: setup.ruleChoice,
    levels: new Map(setup.levels.map((level) => [level.id, compileLevel(level)])),
    sharedPrices: new Map(setup.sharedPrices.map((shared) => [shared.id, shared])),
    basePrice: (item, unit) => basePrices.get(priceKey(item, unit)),
    agreements: (party, item) =>
      agreements.size === 0 ? NONE : (agreements.get(agreementKey(party, item)) ?? NONE),
    unitPriceDigits: (currency) => setup.unitPriceDigits[currency] ?? minorDigits(currency),
  };
}

/** A setup without its breaks: what prices are before quantities make them lower. */
export function withoutBreaks(setup: CompiledSetup): CompiledSetup {
  return { ...setup, breaksReaching: null };
}

/** A setup with other breaks than its own; nothing else is compiled again. */
export function withBreaks(setup: CompiledSetup, breaks: readonly QuantityBreak[]): CompiledSetup {
  return { ...setup, breaksReaching: breaksReaching(breaks.map(compileBreak)) };
}

/** A setup without its breaks and rules: prices as base prices, levels and agreements make them. */
export function withoutBreaksAndRules(setup: CompiledSetup): CompiledSetup {
  return {
    ...withoutBreaks(setup),
    rules: ruleFinders([]),
    ruleByCode: new Map(),
    attributesAsked: NONE,
    limitedRules: NONE,
    salesAsked: false,
  };
}

/** Most items have one base price, so the base unit's key is the item number itself. */
function priceKey(item: ItemNumber, unit: UnitCode | null): string {
  return unit === null ? item : `${item}\n${unit}`;
}

function agreementKey(party: Party, item: ItemNumber): string {
  const code = party.kind === 'customer' ? party.customer : party.segment;
  return `${party.kind}\n${code}\n${item}`;
}
