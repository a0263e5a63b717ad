import type { CompiledLevel } from '../../compile/compile-level';
import type { CurrencyCode } from '../../number/currency';
import { ZERO } from '../../number/decimal';
import { signOf, type Exact } from '../../number/exact';
import { applyRoundingRule } from '../../number/rounding-rule';
import type { Money } from '../../setup/facts';
import type { Adjusting, Adjustment, LevelEntry, LevelId, TypedPrice } from '../../setup/level';
import { scopeKey } from '../../setup/scope';
import type { Reason, WorkingSource } from '../../result/workings';
import { adjusted, adjustmentFor, unknownUnit } from './adjust';
import { startFromOwnPrice } from '../cost/base-price';
import { empty, moveTo, ruleAt, startAt } from '../line/column';
import { askedBy, costPerPricingUnit, startFromCost } from '../cost/cost';
import { startFromCostTable, startFromReachingTable } from '../cost/cost-table';
import { firstForLine, whyNotToday } from '../line/dated-price';
import { exchangeTo } from '../line/exchange-step';
import { costOfKind } from '../cost/item-cost';
import {
  tellNobody,
  type LineInProgress,
  type PassOver,
  type PricingContext,
} from '../line/line-in-progress';
import type { ClosedBy } from '../../result/priced';
import { baseUnit, perUnit, unitOf } from '../line/units';

const NONE: readonly Reason[] = [];
const NO_LEVELS: readonly LevelId[] = [];

/** How a level came to the price it wrote; null where it makes none. */
export interface LevelPrice {
  readonly closedBy: ClosedBy | null;
}

/**
 * Writes onto the line's column what a level makes of the item: a price typed for it; its base
 * price where it is excepted or no entry reaches it; else what the first entry makes of its basis,
 * rounded. Null, with nothing written, where there is no price to be had.
 */
export function levelPrice(
  compiled: CompiledLevel,
  line: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
  path: readonly LevelId[] = NO_LEVELS,
): LevelPrice | null {
  const typed = typedPrice(compiled, line, context, recordNotApplied);
  if (typed) {
    startFromTyped(typed, compiled, line, context);
    recordNotApplied({ kind: 'level', level: compiled.name }, { kind: 'priceTyped' });
    return { closedBy: typed.closes ? 'typedPrice' : null };
  }
  const { item } = line.item;
  if (compiled.exceptions.has(item)) {
    recordNotApplied({ kind: 'level', level: compiled.name }, { kind: 'itemExcepted', item });
    return startFromOwnPrice(line, context, recordNotApplied) ? { closedBy: null } : null;
  }
  const entry = firstEntry(compiled, line, context, recordNotApplied, path);
  if (line.problem) return null;
  if (entry) {
    round(entry, compiled, line, context, recordNotApplied);
    return { closedBy: entry.closes ? 'levelEntry' : null };
  }
  const level = compiled.name;
  recordNotApplied({ kind: 'level', level }, { kind: 'noEntryReachesItem', item });
  const rule = compiled.level.rounding;
  if (rule) recordNotApplied({ kind: 'levelRounding', level, rule }, { kind: 'noEntryPricedItem' });
  return startFromOwnPrice(line, context, recordNotApplied) ? { closedBy: null } : null;
}

function typedPrice(
  compiled: CompiledLevel,
  line: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
): TypedPrice | null {
  const prices = compiled.typedPrices.get(line.item.item);
  if (!prices) return null;
  const level = compiled.name;
  const { currency } = compiled.level;
  return firstForLine(
    prices,
    line,
    context,
    (typed, reasons) => {
      recordNotApplied({ kind: 'typedPrice', level, typed }, ...reasons);
    },
    ({ price: amount }) => ({ kind: 'anotherTypedPriceFirst', price: { amount, currency } }),
  );
}

function startFromTyped(
  typed: TypedPrice,
  compiled: CompiledLevel,
  line: LineInProgress,
  { setup: { version } }: PricingContext,
): void {
  const unit = unitOf(line.item, typed.unit) ?? line.pricingUnit;
  const price = perUnit(typed.price, unit, line.pricingUnit);
  const source = { kind: 'typedPrice', version, level: compiled.name, typed } as const;
  startAt(line.column, price, compiled.level.currency, line.column.recording ? source : null);
}

/**
 * Tries the entries that reach the item in their order. One whose basis or band is missing, or
 * whose amounts are per a unit that the item does not have, does not match.
 */
function firstEntry(
  compiled: CompiledLevel,
  line: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
  path: readonly LevelId[],
): LevelEntry | null {
  const entries = compiled.reaching(line.item);
  const told = recordNotApplied !== tellNobody;
  for (let place = 0; place < entries.length; place += 1) {
    const entry = entries[place];
    if (!entry) break;
    const reasons = makeEntryPrice(entry, compiled, line, context, path);
    if (line.problem) return null;
    if (reasons.length === 0) {
      if (told) tellOthers(entries.slice(place + 1), entry, compiled, recordNotApplied);
      return entry;
    }
    if (told) recordNotApplied({ kind: 'levelEntry', level: compiled.name, entry }, ...reasons);
  }
  return null;
}

function tellOthers(
  others: readonly LevelEntry[],
  entry: LevelEntry,
  compiled: CompiledLevel,
  recordNotApplied: PassOver,
): void {
  const level = compiled.name;
  const inListOrder = compiled.level.order === 'list';
  for (const other of others) {
    const kind =
      inListOrder || scopeKey(entry.scope) === scopeKey(other.scope)
        ? 'earlierEntryApplies'
        : 'narrowerEntryApplies';
    recordNotApplied(
      { kind: 'levelEntry', level, entry: other },
      { kind, entry, currency: level.currency },
    );
  }
}

/** Writes what one entry makes; where it makes nothing, nothing is written and the reasons come back. */
function makeEntryPrice(
  entry: LevelEntry,
  compiled: CompiledLevel,
  line: LineInProgress,
  context: PricingContext,
  path: readonly LevelId[],
): readonly Reason[] {
  const { currency } = compiled.level;
  const missing = startFromBasis(entry, compiled, line, context, path);
  const { column } = line;
  if (missing.length > 0) return setWithoutBasis(entry, compiled, line, context, missing);
  if (line.problem || !exchangeTo(line, currency, context)) return NONE;
  const measured = measuredBy(entry.adjusting, currency, line, context);
  const adjustment = measured && adjustmentFor(entry.adjusting, measured, line.pricingUnit);
  if (!adjustment) {
    empty(column);
    return measured
      ? belowFirstBand(entry, measured)
      : [{ kind: 'noCost', kinds: context.setup.costOrder }];
  }
  const unit = unknownUnit(adjustment, line.item);
  if (unit !== null) {
    empty(column);
    return [{ kind: 'unitNotOfItem', unit }];
  }
  const after = adjusted(column.price, adjustment, line);
  const tookAll = signOf(after) < 0;
  const source = entrySource(entry, compiled, line, context, adjustment, tookAll);
  moveTo(column, tookAll ? ZERO : after, source);
  return NONE;
}

/**
 * A price that is set needs nothing to start from, in a band by cost either: it starts the column.
 * Any other adjustment is without its basis, and the reasons come back.
 */
function setWithoutBasis(
  entry: LevelEntry,
  compiled: CompiledLevel,
  line: LineInProgress,
  context: PricingContext,
  missing: readonly Reason[],
): readonly Reason[] {
  const { adjusting } = entry;
  const { currency } = compiled.level;
  const cost = adjusting.kind === 'byCost' ? costPerPricingUnit(currency, line, context) : null;
  const measured = adjusting.kind === 'plain' ? ZERO : cost;
  const adjustment = measured && adjustmentFor(adjusting, measured, line.pricingUnit);
  if (adjustment?.kind !== 'set') return missing;
  const unit = unknownUnit(adjustment, line.item);
  if (unit !== null) return [{ kind: 'unitNotOfItem', unit }];
  const source = entrySource(entry, compiled, line, context, adjustment, false);
  startAt(line.column, adjusted(ZERO, adjustment, line), currency, source);
  return NONE;
}

function entrySource(
  entry: LevelEntry,
  compiled: CompiledLevel,
  { column }: LineInProgress,
  { setup: { version } }: PricingContext,
  adjustment: Adjustment,
  tookAll: boolean,
): WorkingSource | null {
  if (!column.recording) return null;
  return { kind: 'levelEntry', version, level: compiled.name, entry, adjustment, tookAll };
}

/** What bands are measured by: the basis price, or the line's cost; null where there is no cost. */
function measuredBy(
  { kind }: Adjusting,
  currency: CurrencyCode,
  line: LineInProgress,
  context: PricingContext,
): Exact | null {
  return kind === 'byCost' ? costPerPricingUnit(currency, line, context) : line.column.price;
}

function belowFirstBand({ adjusting }: LevelEntry, price: Exact): Reason[] {
  const first = adjusting.kind === 'plain' ? undefined : adjusting.bands[0];
  return [{ kind: 'belowFirstBand', price, from: first?.from ?? ZERO }];
}

/** Starts the column at the price that the entry names; where there is none, says why. */
function startFromBasis(
  entry: LevelEntry,
  { level: { id } }: CompiledLevel,
  line: LineInProgress,
  context: PricingContext,
  path: readonly LevelId[],
): readonly Reason[] {
  const { basis } = entry;
  switch (basis.kind) {
    case 'basePrice': {
      // or what its cost table makes, where it has none of its own
      const started = startFromOwnPrice(line, context, tellNobody);
      return started || line.problem ? NONE : missingBasis(entry);
    }
    case 'listPrice': {
      const price = line.item.listPrice;
      const source = { kind: 'listPrice', item: line.item.item } as const;
      return price ? startFromMoney(price, source, line) : missingBasis(entry);
    }
    case 'namedPrice': {
      const price = line.item.namedPrices.find(({ name }) => name === basis.name);
      const source = { kind: 'namedPrice', item: line.item.item, name: basis.name } as const;
      return price ? startFromMoney(price, source, line) : missingBasis(entry);
    }
    case 'level': {
      if (basis.level === id || path.includes(basis.level)) return [{ kind: 'levelsInACircle' }];
      const other = context.setup.levels.get(basis.level);
      if (!other) return [{ kind: 'notInVersion', version: context.setup.version }];
      const reasons = whyNotToday(other.level.window, context);
      if (reasons.length > 0) return reasons;
      const made = levelPrice(other, line, context, tellNobody, [...path, id]);
      return made || line.problem ? NONE : missingBasis(entry);
    }
    case 'cost': {
      const cost = costOfKind(basis.cost, line.item, askedBy(line, context));
      if (!cost) return missingBasis(entry);
      startFromCost(cost, line);
      return NONE;
    }
    case 'costTable': {
      if (basis.table === null) {
        const started = startFromReachingTable(line, context, tellNobody);
        return started || line.problem ? NONE : missingBasis(entry);
      }
      const table = context.setup.costTables.get(basis.table);
      if (!table) return [{ kind: 'notInVersion', version: context.setup.version }];
      return startFromCostTable(table, line, context);
    }
  }
}

function missingBasis({ basis }: LevelEntry): readonly Reason[] {
  return [{ kind: 'basisMissing', basis }];
}

/** Prices that the item's facts give are per base unit. */
function startFromMoney(
  { amount, currency }: Money,
  source: WorkingSource,
  { column, item, pricingUnit }: LineInProgress,
): readonly Reason[] {
  const price = perUnit(amount, baseUnit(item), pricingUnit);
  startAt(column, price, currency, column.recording ? source : null);
  return NONE;
}

function round(
  entry: LevelEntry,
  compiled: CompiledLevel,
  line: LineInProgress,
  { setup: { version } }: PricingContext,
  recordNotApplied: PassOver,
): void {
  const { currency } = compiled.level;
  const rule = entry.rounding ?? compiled.level.rounding;
  if (!rule) return;
  if (rule.currency !== currency) {
    const reason = { kind: 'ruleInOtherCurrency', rule: rule.currency, price: currency } as const;
    recordNotApplied({ kind: 'levelRounding', level: compiled.name, rule }, reason);
    return;
  }
  const source = line.column.recording
    ? ({
        kind: 'levelRounding',
        version,
        level: compiled.name,
        ...ruleAt(line.column, rule),
      } as const)
    : null;
  moveTo(line.column, applyRoundingRule(line.column.price, rule), source);
}
