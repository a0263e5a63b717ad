import type { CompiledLevel } from '../compile/compile-level';
import { ZERO } from '../number/decimal';
import { signOf } from '../number/exact';
import { applyRoundingRule } from '../number/rounding-rule';
import type { Adjustment, LevelEntry, LevelId, TypedPrice } from '../setup/level';
import { reachKey } from '../setup/reach';
import type { Reason, WorkingSource } from '../workings/workings';
import { adjusted, adjustmentFor, unitsNamed } from './adjust';
import { startFromBasePrice } from './base-price';
import { nameOf } from './choose-level';
import { empty, moveTo, startAt } from './column';
import { firstForLine, whyNotToday } from './dated-price';
import { exchangeTo } from './exchange-step';
import {
  tellNobody,
  type LineInProgress,
  type PassOver,
  type PricingContext,
} from './line-in-progress';
import type { ClosedBy } from './priced';
import { baseUnit, perUnit, unitOf } from './units';

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
  passOver: PassOver,
  path: readonly LevelId[] = [],
): LevelPrice | null {
  const level = nameOf(compiled);
  const typed = typedPrice(compiled, work, context, passOver);
  if (typed) {
    startFromTyped(typed, compiled, work, context);
    passOver({ kind: 'level', level }, { kind: 'priceTyped' });
    return { closedBy: typed.closes ? 'typedPrice' : null };
  }
  const { item } = work.item;
  if (compiled.exceptions.has(item)) {
    passOver({ kind: 'level', level }, { kind: 'itemExcepted', item });
    return startFromBasePrice(work, context) ? { closedBy: null } : null;
  }
  const entry = firstEntry(compiled, work, context, passOver, [...path, level.id]);
  if (work.problem) return null;
  if (entry) {
    round(compiled, work, context, passOver);
    return { closedBy: entry.closes ? 'levelEntry' : null };
  }
  passOver({ kind: 'level', level }, { kind: 'noEntryReachesItem', item });
  const rule = compiled.level.rounding;
  if (rule) passOver({ kind: 'levelRounding', level, rule }, { kind: 'noEntryPricedItem' });
  return startFromBasePrice(work, context) ? { closedBy: null } : null;
}

function typedPrice(
  compiled: CompiledLevel,
  work: LineInProgress,
  context: PricingContext,
  passOver: PassOver,
): TypedPrice | null {
  const prices = compiled.typedPrices.get(work.item.item);
  if (!prices) return null;
  const level = nameOf(compiled);
  const { currency } = compiled.level;
  return firstForLine(
    prices,
    work,
    context,
    (typed, reasons) => {
      passOver({ kind: 'typedPrice', level, typed }, ...reasons);
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
  const source = { kind: 'typedPrice', version, level: nameOf(compiled), typed } as const;
  startAt(work.column, price, compiled.level.currency, source);
}

/**
 * Tries the entries that reach the item in their order. One whose basis or band is missing, or
 * whose amounts are per a unit that the item does not have, does not match.
 */
function firstEntry(
  compiled: CompiledLevel,
  work: LineInProgress,
  context: PricingContext,
  passOver: PassOver,
  path: readonly LevelId[],
): LevelEntry | null {
  const level = nameOf(compiled);
  const entries = compiled.reaching(work.item);
  for (const [place, entry] of entries.entries()) {
    const reasons = makeEntryPrice(entry, compiled, work, context, path);
    if (work.problem) return null;
    if (reasons.length > 0) {
      passOver({ kind: 'levelEntry', level, entry }, ...reasons);
      continue;
    }
    if (passOver !== tellNobody) tellOthers(entries.slice(place + 1), entry, compiled, passOver);
    return entry;
  }
  return null;
}

function tellOthers(
  others: readonly LevelEntry[],
  entry: LevelEntry,
  compiled: CompiledLevel,
  passOver: PassOver,
): void {
  const level = nameOf(compiled);
  const inListOrder = compiled.level.order === 'list';
  for (const other of others) {
    const kind =
      inListOrder || reachKey(entry.reach) === reachKey(other.reach)
        ? 'earlierEntryApplies'
        : 'narrowerEntryApplies';
    passOver(
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
): Reason[] {
  const unknown = unitsNamed(entry.adjusting).filter((unit) => !unitOf(work.item, unit));
  if (unknown.length > 0) return unknown.map((unit) => ({ kind: 'unitNotOfItem', unit }));
  const { currency } = compiled.level;
  const missing = startFromBasis(entry, work, context, path);
  const { column } = work;
  const source = (adjustment: Adjustment, tookAll: boolean): WorkingSource => ({
    kind: 'levelEntry',
    version: context.setup.version,
    level: nameOf(compiled),
    entry,
    adjustment,
    tookAll,
  });
  if (missing.length > 0) {
    // A set price needs nothing to start from.
    if (entry.adjusting.kind !== 'plain' || entry.adjusting.adjustment.kind !== 'set') {
      return missing;
    }
    const { adjustment } = entry.adjusting;
    startAt(column, adjusted(ZERO, adjustment, work), currency, source(adjustment, false));
    return [];
  }
  if (!exchangeTo(work, currency, context)) return [];
  const adjustment = adjustmentFor(entry.adjusting, column.price, work.pricingUnit);
  if (!adjustment) {
    const reasons = belowFirstBand(entry, work);
    empty(column);
    return reasons;
  }
  const after = adjusted(column.price, adjustment, work);
  const tookAll = signOf(after) < 0;
  moveTo(column, tookAll ? ZERO : after, source(adjustment, tookAll));
  return [];
}

function belowFirstBand({ adjusting }: LevelEntry, { column }: LineInProgress): Reason[] {
  const first = adjusting.kind === 'byPrice' ? adjusting.bands[0] : undefined;
  return [{ kind: 'belowFirstBand', price: column.price, from: first?.from ?? ZERO }];
}

/** Starts the column at the price that the entry names; where there is none, says why. */
function startFromBasis(
  entry: LevelEntry,
  work: LineInProgress,
  context: PricingContext,
  path: readonly LevelId[],
): Reason[] {
  const missing: Reason[] = [{ kind: 'basisMissing', basis: entry.basis }];
  const { basis } = entry;
  switch (basis.kind) {
    case 'basePrice':
      return startFromBasePrice(work, context) ? [] : missing;
    case 'listPrice': {
      const price = work.item.listPrice;
      if (!price) return missing;
      const amount = perUnit(price.amount, baseUnit(work.item), work.pricingUnit);
      startAt(work.column, amount, price.currency, { kind: 'listPrice', item: work.item.item });
      return [];
    }
    case 'namedPrice': {
      const price = work.item.namedPrices.find(({ name }) => name === basis.name);
      if (!price) return missing;
      const amount = perUnit(price.amount, baseUnit(work.item), work.pricingUnit);
      const source = { kind: 'namedPrice', item: work.item.item, name: basis.name } as const;
      startAt(work.column, amount, price.currency, source);
      return [];
    }
    case 'level': {
      if (path.includes(basis.level)) return [{ kind: 'levelsInACircle' }];
      const other = context.setup.levels.get(basis.level);
      if (!other) return [{ kind: 'notInVersion', version: context.setup.version }];
      const reasons = whyNotToday(other.level.window, context);
      if (reasons.length > 0) return reasons;
      return levelPrice(other, work, context, tellNobody, path) || work.problem ? [] : missing;
    }
  }
}

function round(
  compiled: CompiledLevel,
  work: LineInProgress,
  { setup: { version } }: PricingContext,
  passOver: PassOver,
): void {
  const { rounding: rule, currency } = compiled.level;
  if (!rule) return;
  const level = nameOf(compiled);
  if (rule.currency !== currency) {
    const reason = { kind: 'ruleInOtherCurrency', rule: rule.currency, price: currency } as const;
    passOver({ kind: 'levelRounding', level, rule }, reason);
    return;
  }
  const source = { kind: 'levelRounding', version, level, rule } as const;
  moveTo(work.column, applyRoundingRule(work.column.price, rule), source);
}
