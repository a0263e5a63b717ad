import { multiply, sum, withDigits, type Decimal } from '../number/decimal';
import type { DocumentLine } from '../setup/document';
import type { ItemFacts, UnitFacts } from '../setup/facts';
import { checkSlice } from '../workings/self-check';
import { NOT_APPLIED_LISTED } from '../workings/workings';
import { startFromAgreement } from './agreement';
import { lineFault } from './check-line';
import { emptyColumn } from './column';
import { lineCost } from './cost';
import { applyLevel } from './level';
import type { LineInProgress, PricingContext } from './line-in-progress';
import { startByHand } from './price-by-hand';
import type {
  LineProblem,
  LineWithoutPrice,
  LineWithPrice,
  PricedLine,
  PricedSlice,
} from './priced';
import { roundUnitsAndExtend } from './unit-rounding';
import { baseUnit, unitOf } from './units';

/** The steps of the pricing model, in its order; each fills the line's working copy. */
const STEPS: readonly ((work: LineInProgress, context: PricingContext) => void)[] = [
  startByHand,
  startFromAgreement,
  applyLevel,
  roundUnitsAndExtend,
];

/** Prices one line. A line priced by hand is priced without the hand price, too. */
export function priceLine(
  line: DocumentLine,
  item: ItemFacts | undefined,
  context: PricingContext,
): PricedLine {
  if (!item) return withoutPrice(line, { kind: 'itemUnknown' });
  const unit = unitOf(item, line.unit);
  if (!unit) return withoutPrice(line, { kind: 'unitNotOfItem', unit: line.unit ?? item.unit });
  const fault = lineFault(line, item, unit);
  if (fault) return withoutPrice(line, fault);
  const work = startLine(line, item, unit, context);
  for (const step of STEPS) {
    step(work, context);
    if (work.problem) return withoutPrice(line, work.problem);
  }
  const computed = line.priceByHand && priceLine({ ...line, priceByHand: null }, item, context);
  return withPrice(work, context, computed);
}

function startLine(
  line: DocumentLine,
  item: ItemFacts,
  unit: UnitFacts,
  { setup, currency, workings }: PricingContext,
): LineInProgress {
  const inBase = unit.unit === item.unit;
  const ownPrice = !inBase && setup.basePrice(item.item, unit.unit) !== undefined;
  return {
    line,
    item,
    unit,
    pricingUnit: inBase || ownPrice ? unit : baseUnit(item),
    baseQuantity: inBase ? line.quantity : multiply(line.quantity, unit.factor),
    column: emptyColumn(currency, workings),
    started: false,
    level: null,
    closedBy: null,
    slices: [],
    problem: null,
    notApplied: [],
  };
}

function withoutPrice(line: DocumentLine, problem: LineProblem): LineWithoutPrice {
  return { kind: 'unpriced', id: line.id, item: line.item, quantity: line.quantity, problem };
}

function withPrice(
  work: LineInProgress,
  context: PricingContext,
  computed: PricedLine | null,
): LineWithPrice {
  const { setup, amountDigits, workings } = context;
  const { line, slices, notApplied } = work;
  const amount = amountOf(slices, amountDigits);
  if (workings) {
    for (const slice of slices) {
      checkSlice(slice, line.duration, amountDigits, setup.roundingMode);
    }
  }
  return {
    kind: 'priced',
    id: line.id,
    item: line.item,
    quantity: line.quantity,
    unit: work.unit.unit,
    duration: line.duration,
    level: work.level,
    closedBy: work.closedBy,
    slices,
    amount,
    cost: lineCost(work, context, amount),
    notApplied:
      notApplied.length > NOT_APPLIED_LISTED ? notApplied.slice(0, NOT_APPLIED_LISTED) : notApplied,
    notAppliedMore: Math.max(0, notApplied.length - NOT_APPLIED_LISTED),
    computed,
  };
}

/** Most lines are one slice, whose amount is the line's. */
function amountOf(slices: readonly PricedSlice[], digits: number): Decimal {
  const only = slices.length === 1 ? slices[0] : undefined;
  if (only) return only.amount;
  return withDigits(sum(slices.map(({ amount }) => amount)), digits);
}
