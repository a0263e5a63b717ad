import type { CompiledBreak, ReachingBreak } from '../../compile/compile-break';
import { specificity, NARROWER_THAN_ALL } from '../../compile/specificity';
import { multiplyExact, subtractExact, type Exact } from '../../number/exact';
import { byStart } from '../../setup/dates';
import { isAtOutlet, isForCustomer } from '../../setup/limits';
import type { BreakTier, QuantityBreak } from '../../setup/quantity-break';
import type { Reason } from '../../result/workings';
import { bandAt } from '../cost/band-at';
import type { BreakCounted } from './break-count';
import { begunUnits, splitByTiers, type TierPart } from './break-parts';
import { whyNotToday } from '../line/dated-price';
import type { LineInProgress, PassOver, PricingContext } from '../line/line-in-progress';
import { thresholds, tierPrice, type TierPrice } from './tier-price';
import { unitOf } from '../line/units';

/** The break that prices a line, with what it counts and what its tiers make of the line. */
export interface ChosenBreak {
  readonly compiled: CompiledBreak;
  readonly counted: BreakCounted;
  /** All of them, their thresholds as they are compared. */
  readonly tiers: readonly BreakTier[];
  /** Of the tiers that touch the line; null for one that gives no price. */
  readonly prices: ReadonlyMap<BreakTier, TierPrice | null>;
  /** What the tiers of an incremental break take of the line each; null where one prices all of it. */
  readonly parts: readonly TierPart[] | null;
}

/**
 * The first of some breaks, in their order, that is for the line and whose count reaches a tier that
 * makes a price of it. The others are told.
 */
export function chooseBreak(
  line: LineInProgress,
  reaching: readonly ReachingBreak[],
  count: (compiled: CompiledBreak) => BreakCounted | null,
  context: PricingContext,
  recordNotApplied: PassOver,
): ChosenBreak | null {
  let chosen: ChosenBreak | null = null;
  for (const { compiled } of reaching) {
    const reasons = whyNotFor(compiled, line, context);
    if (chosen) reasons.push({ kind: 'anotherBreakFirst', break: chosen.compiled.name });
    const found = tiersReached(compiled, count(compiled), line, context);
    if ('kind' in found) reasons.push(found);
    else if (reasons.length === 0) chosen = found;
    if (reasons.length > 0) recordNotApplied({ kind: 'break', break: compiled.name }, ...reasons);
    if (chosen && !context.workings) break;
  }
  return chosen;
}

/**
 * The breaks that are for the document's customer, each once, in the order in which they are tried:
 * by the part that takes the line in best.
 */
export function inBreakOrder(
  found: readonly ReachingBreak[],
  line: LineInProgress,
  { facts: { customer } }: PricingContext,
): readonly ReachingBreak[] {
  const once = found.filter(
    ({ compiled }, place) =>
      isForCustomer(compiled.break.parties, customer) &&
      found.findIndex((other) => other.compiled === compiled) === place,
  );
  if (once.length < 2) return once;
  const party = ({ compiled: { break: one } }: ReachingBreak): number =>
    one.parties === null ? 2 : one.parties.customers.includes(customer?.code ?? '') ? 0 : 1;
  const narrow = ({ compiled: { break: one }, scope }: ReachingBreak): number =>
    scope.kind === 'all' && one.levels !== null
      ? NARROWER_THAN_ALL
      : (specificity(scope, line.item) ?? 0);
  return once.toSorted(
    (a, b) =>
      party(a) - party(b) ||
      narrow(a) - narrow(b) ||
      byStart(a.compiled.break.window, b.compiled.break.window),
  );
}

/** Whether a break is for the level that gave a line its price. */
export function isForLevel({ levels }: QuantityBreak, { level }: LineInProgress): boolean {
  return levels === null || (level !== null && levels.includes(level.level.id));
}

/** What a break counts is in: a unit, a currency, or the item's time unit. */
export function measuredIn(
  { break: { measure } }: Pick<CompiledBreak, 'break'>,
  { item }: LineInProgress,
  { currency }: PricingContext,
): string {
  switch (measure.kind) {
    case 'quantity':
      return measure.unit ?? item.unit;
    case 'amount':
      return currency;
    case 'term':
      return item.timeUnit ?? '';
  }
}

/** Every reason why a break is not for a line, whatever is counted. */
function whyNotFor(
  compiled: CompiledBreak,
  line: LineInProgress,
  context: PricingContext,
): Reason[] {
  const { break: one } = compiled;
  const { outlet } = context.facts;
  const reasons: Reason[] = [];
  if (line.closedBy) reasons.push({ kind: 'lineClosed', by: line.closedBy });
  reasons.push(...whyNotToday(one.window, context));
  if (!isAtOutlet(one.outlets, outlet?.code ?? null)) {
    reasons.push({ kind: 'notAtOutlet', outlet: outlet?.name ?? null });
  }
  if (!isForLevel(one, line)) {
    reasons.push({ kind: 'notForLevel', level: line.level?.level ?? null });
  }
  return reasons;
}

/** The tiers that a count reaches with their prices, or why there are none. */
function tiersReached(
  compiled: CompiledBreak,
  counted: BreakCounted | null,
  line: LineInProgress,
  context: PricingContext,
): ChosenBreak | Reason {
  const { measure, currency, mode } = compiled.break;
  if (!counted) {
    return measure.kind === 'quantity' && measure.unit !== null
      ? { kind: 'unitNotOfItem', unit: measure.unit }
      : { kind: 'notCounted', measure: measure.kind };
  }
  const tiers = thresholds(compiled, context);
  if (!tiers) return { kind: 'noRate', from: currency, to: context.currency };
  const incremental = mode === 'incremental';
  const reached = bandAt(
    tiers,
    incremental ? begunUnits(compiled, counted.total, line) : counted.total,
  );
  if (!reached) return belowFirst(compiled, tiers, counted.total, line, context);
  const parts = incremental ? splitByTiers(compiled, tiers, counted.start, line) : null;
  const prices = new Map<BreakTier, TierPrice | null>();
  // what a tier names, a unit or a currency, matters only where the line touches it
  for (const tier of parts ? parts.flatMap((part) => part.tier ?? []) : [reached]) {
    const { adjustment } = tier;
    if (adjustment.kind === 'byRequest') {
      prices.set(tier, null);
      continue;
    }
    const made = tierPrice(compiled, adjustment, line, context);
    if ('kind' in made) return made;
    prices.set(tier, made);
  }
  return { compiled, counted, tiers, prices, parts };
}

function belowFirst(
  compiled: CompiledBreak,
  [first]: readonly BreakTier[],
  counted: Exact,
  line: LineInProgress,
  context: PricingContext,
): Reason {
  const { measure, currency, basis } = compiled.break;
  if (!first) return { kind: 'notCounted', measure: measure.kind };
  const missing = subtractExact(first.from, counted);
  // what is missing of a larger unit is rarely a whole one of it: it is told in base units
  const unit = measure.kind === 'quantity' ? unitOf(line.item, measure.unit) : undefined;
  const told = unit
    ? {
        counted: multiplyExact(counted, unit.factor),
        missing: multiplyExact(missing, unit.factor),
        measured: line.item.unit,
      }
    : { counted, missing, measured: measuredIn(compiled, line, context) };
  return { kind: 'belowFirstTier', ...told, tier: first, basis, currency };
}
