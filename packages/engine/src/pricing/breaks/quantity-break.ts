import type { ReachingBreak } from '../../compile/compile-break';
import type { ScopeFinder } from '../../compile/scope-finder';
import type { BreakTier } from '../../setup/quantity-break';
import { breakCounter, type BreakCounter } from './break-count';
import {
  chooseBreak,
  inBreakOrder,
  isForLevel,
  measuredIn,
  type ChosenBreak,
} from './choose-break';
import { moveTo, ruleAt, type Column } from '../line/column';
import { exchangeTo } from '../line/exchange-step';
import {
  notAppliedRecorder,
  type LineInProgress,
  type PassOver,
  type PricingContext,
} from '../line/line-in-progress';
import type { LineWithoutPrice } from '../../result/priced';

/**
 * Step 4: of the breaks that reach a line and whose count reaches a tier, the first prices it: one
 * for the customer before one for the segment before one for everybody; then the narrowest; then
 * dated before undated, the later start, the earlier in the list. Everything is counted as it stands
 * after the level, so which break prices one line changes nothing for another.
 */
export function applyBreaks(
  lines: readonly (LineInProgress | LineWithoutPrice)[],
  context: PricingContext,
): void {
  const find = context.setup.breaksReaching;
  if (!find) return;
  const priced = lines.filter(isPriced);
  const reaching = reachingLines(priced, find, context);
  const choices = choicesOf(priced, reaching, context);
  for (const { computed } of priced) {
    if (!computed || !isPriced(computed)) continue;
    // as it would be in the line's place: its amount is another, and it may have a level
    const instead = context.isolateLines
      ? [computed]
      : priced.map((line) => (line.computed === computed ? computed : line));
    const own = reachingLines([computed], find, context);
    if (own.size > 0)
      choices.push(...choicesOf(instead, new Map([...reaching, ...own]), context, computed));
  }
  for (const { line, chosen, recordNotApplied } of choices)
    priceLine(chosen, line, context, recordNotApplied);
}

type ReachingLines = ReadonlyMap<LineInProgress, readonly ReachingBreak[]>;

function isPriced(line: LineInProgress | LineWithoutPrice): line is LineInProgress {
  return !('kind' in line);
}

/** The lines that breaks reach, taken into the document's currency, with those breaks in order. */
function reachingLines(
  lines: readonly LineInProgress[],
  find: ScopeFinder<ReachingBreak>,
  context: PricingContext,
): ReachingLines {
  const reaching = new Map<LineInProgress, readonly ReachingBreak[]>();
  for (const line of lines) {
    // a line whose price has no rate is not counted, whether a break reaches it or not
    if (!exchangeTo(line, context.currency, context)) continue;
    const found = find(line.item);
    if (found.length === 0) continue;
    reaching.set(line, inBreakOrder(found, line, context));
  }
  return reaching;
}

interface Choice {
  readonly line: LineInProgress;
  readonly chosen: ChosenBreak;
  readonly recordNotApplied: PassOver;
}

/** Chooses for all lines that are reached, or for one of them. */
function choicesOf(
  lines: readonly LineInProgress[],
  reaching: ReachingLines,
  context: PricingContext,
  only?: LineInProgress,
): Choice[] {
  const countOver = (counted: readonly LineInProgress[]): BreakCounter =>
    breakCounter(
      counted.filter(({ problem }) => !problem),
      (compiled, line) =>
        isForLevel(compiled.break, line) &&
        (reaching.get(line)?.some((one) => one.compiled === compiled) ?? false),
      context,
    );
  const together = context.isolateLines ? null : countOver(lines);
  const wanted = only ? [only] : lines.filter((line) => reaching.has(line));
  return wanted.flatMap((line) => {
    const recordNotApplied = notAppliedRecorder(line, context);
    const own = reaching.get(line) ?? [];
    const count = together ?? countOver([line]);
    const chosen = chooseBreak(line, own, (one) => count(one, line), context, recordNotApplied);
    return chosen ? [{ line, chosen, recordNotApplied }] : [];
  });
}

/** Writes the tier that is reached onto the line, or each tier onto its part of it. */
function priceLine(
  chosen: ChosenBreak,
  line: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
): void {
  const { compiled, parts, prices } = chosen;
  // asked for the goods, whatever becomes of their price
  if (prices.size > 0 && compiled.break.setUp) line.setUp = compiled;
  if (!parts) {
    for (const tier of prices.keys()) {
      priceAtTier(chosen, tier, line.column, line, context, recordNotApplied);
    }
    return;
  }
  const isLowerNowhere = [...prices.values()].every((made) => made !== null && !made.counts);
  for (const { tier, column } of parts) {
    if (tier) priceAtTier(chosen, tier, column, line, context, recordNotApplied);
  }
  // the line stays whole, in its own unit
  if (isLowerNowhere) return;
  const [only] = parts;
  if (parts.length > 1) line.parts = parts;
  else if (only) line.column = only.column;
}

function priceAtTier(
  { compiled, counted, tiers, prices }: ChosenBreak,
  tier: BreakTier,
  column: Column,
  line: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
): void {
  const { break: one, name } = compiled;
  const made = prices.get(tier);
  const { adjustment } = tier;
  if (!made || adjustment.kind === 'byRequest') {
    line.problem = { kind: 'tierByRequest', break: name.name, from: tier.from };
    return;
  }
  const { price, tookAll, rounded, counts } = made;
  if (!counts) {
    const reason = { kind: 'notLower', price: rounded ?? price, basis: one.basis } as const;
    recordNotApplied({ kind: 'break', break: name }, reason);
    return;
  }
  const { version } = context.setup;
  const source = {
    kind: 'quantityBreak',
    version,
    break: name,
    tier: { from: tier.from, adjustment },
    basis: one.basis,
    counted: counted.total,
    measured: measuredIn({ break: one }, line, context),
    incremental: one.mode === 'incremental',
    // of a line in several tiers only the last has not reached the next
    next: tier === [...prices.keys()].at(-1) ? (tiers[tiers.indexOf(tier) + 1] ?? null) : null,
    tookAll,
  } as const;
  moveTo(column, price, column.recording ? source : null);
  if (rounded === null || one.rounding === null) return;
  const rule = ruleAt(column, one.rounding);
  const rounding = { kind: 'breakRounding', version, break: name, ...rule } as const;
  moveTo(column, rounded, column.recording ? rounding : null);
}
