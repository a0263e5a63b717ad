import type { LineWithPrice, PricedFloor, PricedLine, PricedSlice } from './priced';
import type { Serialized } from '../number/serialized';
import type { Condition } from '../setup/rule';
import type { NotApplied, Reason, Unmet, WorkingSource, WorkingStep } from './workings';

type Line = Serialized<PricedLine>;
type Step = Serialized<WorkingStep>;

/**
 * A priced line for a reader who may not see costs: the same price, and in its workings nothing
 * from which a cost follows. All steps up to the last one that is made from a cost become one start.
 */
export function withoutCosts(line: Line): Line {
  if (line.kind === 'unpriced') return line;
  const notApplied = line.notApplied
    .filter((one) => !tellsCost(one))
    .map((one) => ({ ...one, reasons: one.reasons.map(reasonWithoutCosts) }));
  return {
    ...line,
    cost: null,
    floor: line.floor && floorWithoutCosts(line.floor, line.shares),
    slices: line.slices.map((slice) => withoutCostSteps(slice, line.item)),
    notApplied,
    computed: line.computed && withoutCosts(line.computed),
  } satisfies Serialized<LineWithPrice>;
}

/**
 * How far something is below a margin says what it costs; what it was lifted by is in its price. What is
 * tested together with others may be short of their margins.
 */
function floorWithoutCosts(
  floor: Serialized<PricedFloor>,
  shares: Serialized<LineWithPrice>['shares'],
): Serialized<PricedFloor> | null {
  const isOfCost = floor.least?.kind === 'margin' || shares.some(({ of }) => of === 'group');
  if (!isOfCost) return floor;
  return /[1-9]/.test(floor.lifted) ? { ...floor, least: null, short: null, untested: null } : null;
}

function withoutCostSteps(slice: Serialized<PricedSlice>, item: string): Serialized<PricedSlice> {
  const last = slice.steps.findLastIndex(({ source }) => isOfCost(source));
  const step = slice.steps[last];
  if (!step) return slice;
  const { currency, after } = step;
  const start: Step = {
    source: { kind: 'fromCost', item },
    currency,
    before: null,
    change: after,
    after,
  };
  return { ...slice, steps: [start, ...slice.steps.slice(last + 1)] };
}

/** Whether a step starts from a cost, or says by how much a price is above one. */
function isOfCost(source: Serialized<WorkingSource>): boolean {
  switch (source.kind) {
    case 'cost':
    case 'costTable':
    case 'tableFees':
    case 'pieceCharge':
    case 'tableRounding':
      return true;
    case 'levelEntry':
      return isEntryOfCost(source.entry);
    case 'quantityBreak':
      return source.basis.kind === 'cost';
    default:
      return false;
  }
}

/** Whether an entry of a level starts from a cost or asks for one. */
export function isEntryOfCost({ basis, adjusting }: EntryParts): boolean {
  return isOfCosts(basis) || adjusting.kind === 'byCost';
}

function isOfCosts({ kind }: { readonly kind: string }): boolean {
  return kind === 'cost' || kind === 'costTable';
}

/** Whether pricing with a setup can ask for a cost, but for telling a line's own. */
export function asksForCosts({
  levels,
  costTables,
  breaks,
  rules,
  floors,
}: {
  readonly levels: readonly { readonly entries: readonly EntryParts[] }[];
  readonly costTables: readonly unknown[];
  readonly breaks: readonly { readonly basis: { readonly kind: string } }[];
  readonly rules: readonly { readonly when: Serialized<Condition> }[];
  readonly floors: readonly { readonly least: { readonly kind: string } }[];
}): boolean {
  return (
    costTables.length > 0 ||
    floors.some(({ least }) => least.kind === 'margin') ||
    levels.some(({ entries }) => entries.some(isEntryOfCost)) ||
    breaks.some(({ basis }) => basis.kind === 'cost') ||
    rules.some(({ when }) => isConditionOfCost(when))
  );
}

/** Whether a condition of a rule asks for a cost or a margin. */
export function isConditionOfCost(condition: Serialized<Condition>): boolean {
  if ('of' in condition) return condition.of.some(isConditionOfCost);
  return condition.kind === 'number' && ['cost', 'margin'].includes(condition.fact.kind);
}

interface EntryParts {
  readonly basis: { readonly kind: string };
  readonly adjusting: { readonly kind: string };
}

function tellsCost({ subject, reasons }: Serialized<NotApplied>): boolean {
  if (subject.kind === 'costTable') return true;
  if (subject.kind === 'levelEntry' && isEntryOfCost(subject.entry)) return true;
  return reasons.some(reasonTellsCost);
}

/** A reason for a reader who may not see costs: what a condition misses is not told where it is one. */
export function reasonWithoutCosts(reason: Serialized<Reason>): Serialized<Reason> {
  const tells = reason.kind === 'conditionFails' && reason.unmet.some(unmetTellsCost);
  return tells ? { kind: 'conditionFails', unmet: [] } : reason;
}

function reasonTellsCost(reason: Serialized<Reason>): boolean {
  return (
    reason.kind === 'noCost' ||
    (reason.kind === 'basisMissing' && isOfCosts(reason.basis)) ||
    ((reason.kind === 'belowFirstTier' || reason.kind === 'notLower') &&
      reason.basis?.kind === 'cost') ||
    ((reason.kind === 'narrowerEntryApplies' || reason.kind === 'earlierEntryApplies') &&
      isEntryOfCost(reason.entry))
  );
}

function unmetTellsCost(unmet: Serialized<Unmet>): boolean {
  switch (unmet.kind) {
    case 'test':
      return isConditionOfCost(unmet.test);
    case 'oneOf':
      return unmet.of.flat().some(unmetTellsCost);
    case 'holds':
      return isConditionOfCost(unmet.condition);
  }
}
