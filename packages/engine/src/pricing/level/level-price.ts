import type { CompiledLevel } from '../../compile/compile-level';
import type { CurrencyCode } from '../../number/currency';
import { ZERO } from '../../number/decimal';
import { signOf, type Exact } from '../../number/exact';
import { applyRoundingRule } from '../../number/rounding-rule';
import type { Money } from '../../setup/facts';
import type { Adjusting, Adjustment, LevelEntry, LevelId, TypedPrice } from '../../setup/level';
import { reachKey } from '../../setup/reach';
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
  work: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
  path: readonly LevelId[] = NO_LEVELS,
): LevelPrice | null {
  const typed = typedPrice(compiled, work, context, recordNotApplied);
  if (typed) {
    startFromTyped(typed, compiled, work, context);
    recordNotApplied({ kind: 'level', level: compiled.name }, { kind: 'priceTyped' });
    return { closedBy: typed.closes ? 'typedPrice' : null };
  }
  const { item } = work.item;
  if (compiled.exceptions.has(item)) {
    recordNotApplied({ kind: 'level', level: compiled.name }, { kind: 'itemExcepted', item });
    return startFromOwnPrice(work, context, recordNotApplied) ? { closedBy: null } : null;
  }
  const entry = firstEntry(compiled, work, context, recordNotApplied, path);
  if (work.problem) return null;
  if (entry) {
    round(entry, compiled, work, context, recordNotApplied);
    return { closedBy: entry.closes ? 'levelEntry' : null };
  }
  const level = compiled.name;
  recordNotApplied({ kind: 'level', level }, { kind: 'noEntryReachesItem', item });
  const rule = compiled.level.rounding;
  if (rule) recordNotApplied({ kind: 'levelRounding', level, rule }, { kind: 'noEntryPricedItem' });
  return startFromOwnPrice(work, context, recordNotApplied) ? { closedBy: null } : null;
}

function typedPrice(
  compiled: CompiledLevel,
  work: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
): TypedPrice | null {
  const prices = compiled.typedPrices.get(work.item.item);
  if (!prices) return null;
  const level = compiled.name;
  const { currency } = compiled.level;
  return firstForLine(
    prices,
    work,
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
  work: LineInProgress,
  { setup: { version } }: PricingContext,
): void {
  const unit = unitOf(work.item, typed.unit) ?? work.pricingUnit;
  const price = perUnit(typed.price, unit, work.pricingUnit);
  const source = { kind: 'typedPrice', version, level: compiled.name, typed } as const;
  startAt(work.column, price, compiled.level.currency, work.column.recording ? source : null);
}

/**
 * Tries the entries that reach the item in their order. One whose basis or band is missing, or
 * whose amounts are per a unit that the item does not have, does not match.
 */
function firstEntry(
  compiled: CompiledLevel,
  work: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
  path: readonly LevelId[],
): LevelEntry | null {
  const entries = compiled.reaching(work.item);
  const told = recordNotApplied !== tellNobody;
  for (let place = 0; place < entries.length; place += 1) {
    const entry = entries[place];
    if (!entry) break;
    const reasons = makeEntryPrice(entry, compiled, work, context, path);
    if (work.problem) return null;
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
      inListOrder || reachKey(entry.reach) === reachKey(other.reach)
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
  work: LineInProgress,
  context: PricingContext,
  path: readonly LevelId[],
): readonly Reason[] {
  const { currency } = compiled.level;
  const missing = startFromBasis(entry, compiled, work, context, path);
  const { column } = work;
  if (missing.length > 0) return setWithoutBasis(entry, compiled, work, context, missing);
  if (work.problem || !exchangeTo(work, currency, context)) return NONE;
  const measured = measuredBy(entry.adjusting, currency, work, context);
  const adjustment = measured && adjustmentFor(entry.adjusting, measured, work.pricingUnit);
  if (!adjustment) {
    empty(column);
    return measured
      ? belowFirstBand(entry, measured)
      : [{ kind: 'noCost', kinds: context.setup.costOrder }];
  }
  const unit = unknownUnit(adjustment, work.item);
  if (unit !== null) {
    empty(column);
    return [{ kind: 'unitNotOfItem', unit }];
  }
  const after = adjusted(column.price, adjustment, work);
  const tookAll = signOf(after) < 0;
  const source = entrySource(entry, compiled, work, context, adjustment, tookAll);
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
  work: LineInProgress,
  context: PricingContext,
  missing: readonly Reason[],
): readonly Reason[] {
  const { adjusting } = entry;
  const { currency } = compiled.level;
  const cost = adjusting.kind === 'byCost' ? costPerPricingUnit(currency, work, context) : null;
  const measured = adjusting.kind === 'plain' ? ZERO : cost;
  const adjustment = measured && adjustmentFor(adjusting, measured, work.pricingUnit);
  if (adjustment?.kind !== 'set') return missing;
  const unit = unknownUnit(adjustment, work.item);
  if (unit !== null) return [{ kind: 'unitNotOfItem', unit }];
  const source = entrySource(entry, compiled, work, context, adjustment, false);
  startAt(work.column, adjusted(ZERO, adjustment, work), currency, source);
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
  work: LineInProgress,
  context: PricingContext,
): Exact | null {
  return kind === 'byCost' ? costPerPricingUnit(currency, work, context) : work.column.price;
}

function belowFirstBand({ adjusting }: LevelEntry, price: Exact): Reason[] {
  const first = adjusting.kind === 'plain' ? undefined : adjusting.bands[0];
  return [{ kind: 'belowFirstBand', price, from: first?.from ?? ZERO }];
}

/** Starts the column at the price that the entry names; where there is none, says why. */
function startFromBasis(
  entry: LevelEntry,
  { level: { id } }: CompiledLevel,
  work: LineInProgress,
  context: PricingContext,
  path: readonly LevelId[],
): readonly Reason[] {
  const { basis } = entry;
  switch (basis.kind) {
    case 'basePrice': {
      // or what its cost table makes, where it has none of its own
      const started = startFromOwnPrice(work, context, tellNobody);
      return started || work.problem ? NONE : missingBasis(entry);
    }
    case 'listPrice': {
      const price = work.item.listPrice;
      const source = { kind: 'listPrice', item: work.item.item } as const;
      return price ? startFromMoney(price, source, work) : missingBasis(entry);
    }
    case 'namedPrice': {
      const price = work.item.namedPrices.find(({ name }) => name === basis.name);
      const source = { kind: 'namedPrice', item: work.item.item, name: basis.name } as const;
      return price ? startFromMoney(price, source, work) : missingBasis(entry);
    }
    case 'level': {
      if (basis.level === id || path.includes(basis.level)) return [{ kind: 'levelsInACircle' }];
      const other = context.setup.levels.get(basis.level);
      if (!other) return [{ kind: 'notInVersion', version: context.setup.version }];
      const reasons = whyNotToday(other.level.window, context);
      if (reasons.length > 0) return reasons;
      const made = levelPrice(other, work, context, tellNobody, [...path, id]);
      return made || work.problem ? NONE : missingBasis(entry);
    }
    case 'cost': {
      const cost = costOfKind(basis.cost, work.item, askedBy(work, context));
      if (!cost) return missingBasis(entry);
      startFromCost(cost, work);
      return NONE;
    }
    case 'costTable': {
      if (basis.table === null) {
        const started = startFromReachingTable(work, context, tellNobody);
        return started || work.problem ? NONE : missingBasis(entry);
      }
      const table = context.setup.costTables.get(basis.table);
      if (!table) return [{ kind: 'notInVersion', version: context.setup.version }];
      return startFromCostTable(table, work, context);
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
  work: LineInProgress,
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
  const source = work.column.recording
    ? ({
        kind: 'levelRounding',
        version,
        level: compiled.name,
        ...ruleAt(work.column, rule),
      } as const)
    : null;
  moveTo(work.column, applyRoundingRule(work.column.price, rule), source);
}
