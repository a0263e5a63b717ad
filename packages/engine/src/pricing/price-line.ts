import {
  compare,
  fromInteger,
  multiply,
  subtract,
  sum,
  withDigits,
  ZERO,
  type Decimal,
} from '../number/decimal';
import type { DocumentLine } from '../setup/document';
import type { ItemFacts, UnitFacts } from '../setup/facts';
import { checkAmount, checkQuantities, checkSlice } from '../result/self-check';
import { NOT_APPLIED_LISTED } from '../result/workings';
import { startFromAgreement } from './level/agreement';
import { lineFault } from './line/check-line';
import { emptyColumn } from './line/column';
import { lineCost } from './cost/cost';
import { applyLevel } from './level/level';
import type { LineInProgress, PricingContext } from './line/line-in-progress';
import { keepPromise, keptAmount, promiseFor, slicesAsPromised } from './by-hand/keep-promise';
import { startByHand } from './by-hand/price-by-hand';
import type {
  LineProblem,
  LineWithoutPrice,
  LineWithPrice,
  PricedFlat,
  PricedLine,
  PricedSetUp,
  PricedSlice,
} from '../result/priced';
import { netOf } from './line/net-of';
import { takenTo } from './rules/rule-effect';
import { roundUnitsAndExtend } from './by-hand/unit-rounding';
import { baseUnit, unitOf } from './line/units';

/** The steps that a line takes by itself, up to its price after the level. */
const FIRST_STEPS: readonly ((line: LineInProgress, context: PricingContext) => void)[] = [
  keepPromise,
  startByHand,
  startFromAgreement,
  applyLevel,
];

/**
 * Takes a line as far as it goes without the others. One priced by hand or as it was promised is
 * begun without that, too.
 */
export function beginLine(
  line: DocumentLine,
  item: ItemFacts | undefined,
  context: PricingContext,
): LineInProgress | LineWithoutPrice {
  if (!item) return withoutPrice(line, { kind: 'itemUnknown' });
  const unit = unitOf(item, line.unit);
  if (!unit) return withoutPrice(line, { kind: 'unitNotOfItem', unit: line.unit ?? item.unit });
  const fault = lineFault(line, item, unit);
  if (fault) return withoutPrice(line, fault);
  const kept = promiseFor(line, unit, context);
  const computed =
    kept || line.priceByHand
      ? beginLine({ ...line, priceByHand: null, kept: null }, item, context)
      : null;
  const begun = startLine(line, item, unit, { kept, computed }, context);
  for (const step of FIRST_STEPS) {
    step(begun, context);
    if (begun.problem) return withoutPrice(line, begun.problem);
  }
  return begun;
}

/** Step 6: rounds what the steps have made of a line, and takes its flat amounts. */
export function roundLine(line: LineInProgress | LineWithoutPrice, context: PricingContext): void {
  if ('kind' in line) return;
  if (line.computed) roundLine(line.computed, context);
  if (line.problem) return;
  if (line.kept) {
    line.slices = slicesAsPromised(line.kept, context);
    line.amount = keptAmount(line.kept, context.amountDigits);
    return;
  }
  roundUnitsAndExtend(line, context);
  // the compiler does not know that it was set meanwhile
  if (line.problem as LineProblem | null) return;
  const { flats, amount } = withFlats(amountOf(line.slices, context.amountDigits), line, context);
  line.flatsTaken = flats;
  line.amount = amount;
}

/** Hands out a line that all steps have gone over. */
export function toPricedLine(
  line: LineInProgress | LineWithoutPrice,
  context: PricingContext,
  setUp: PricedSetUp | null,
): PricedLine {
  if ('kind' in line) return line;
  if (line.problem) return withoutPrice(line.written, line.problem);
  const computed = line.computed && toPricedLine(line.computed, context, null);
  return withPrice(line, context, { setUp, computed });
}

function startLine(
  line: DocumentLine,
  item: ItemFacts,
  unit: UnitFacts,
  { kept, computed }: Pick<LineInProgress, 'kept' | 'computed'>,
  { setup, currency, workings }: PricingContext,
): LineInProgress {
  const inBase = unit.unit === item.unit;
  const ownPrice = !inBase && setup.basePrice(item.item, unit.unit) !== undefined;
  return {
    written: line,
    item,
    unit,
    pricingUnit: inBase || ownPrice ? unit : baseUnit(item),
    baseQuantity: inBase ? line.quantity : multiply(line.quantity, unit.factor),
    column: emptyColumn(currency, workings),
    started: false,
    level: null,
    closedBy: null,
    afterLevel: null,
    parts: null,
    setUp: null,
    flats: [],
    rulesOnUnits: [],
    standsAlone: null,
    stop: null,
    slices: [],
    flatsTaken: NO_FLATS,
    amount: ZERO,
    shares: [],
    discount: null,
    floor: null,
    discountShare: null,
    problem: null,
    notApplied: [],
    kept,
    computed,
  };
}

export function withoutPrice(line: DocumentLine, problem: LineProblem): LineWithoutPrice {
  return { kind: 'unpriced', id: line.id, item: line.item, quantity: line.quantity, problem };
}

function withPrice(
  line: LineInProgress,
  context: PricingContext,
  { setUp, computed }: Pick<LineWithPrice, 'setUp' | 'computed'>,
): LineWithPrice {
  const { setup, amountDigits, workings } = context;
  const { written, slices, notApplied, flatsTaken: flats, shares, amount, kept } = line;
  const { discount, floor, discountShare } = line;
  const whole = shares.length === 0 && discountShare === null;
  const net = whole ? amount : withDigits(netOf(line), amountDigits);
  if (workings) {
    // what was promised may have been rounded in another way
    for (const slice of kept ? [] : slices) {
      checkSlice(slice, written.duration, amountDigits, setup.roundingMode);
    }
    checkQuantities(slices, line);
    checkAmount(line, net);
  }
  return {
    kind: 'priced',
    id: written.id,
    item: written.item,
    quantity: written.quantity,
    unit: line.unit.unit,
    duration: written.duration,
    level: line.level,
    closedBy: line.closedBy,
    slices,
    flats,
    shares,
    discount,
    floor,
    discountShare,
    kept,
    setUp,
    amount,
    net,
    cost: lineCost(line, context, net),
    notApplied:
      notApplied.length > NOT_APPLIED_LISTED ? notApplied.slice(0, NOT_APPLIED_LISTED) : notApplied,
    notAppliedMore: Math.max(0, notApplied.length - NOT_APPLIED_LISTED),
    computed,
  };
}

/** A line's flat amounts, each of what the ones before it have left. */
function withFlats(
  whole: Decimal,
  { flats }: LineInProgress,
  { setup: { version }, amountDigits }: PricingContext,
): { flats: readonly PricedFlat[]; amount: Decimal } {
  if (flats.length === 0) return { flats: NO_FLATS, amount: whole };
  let amount = whole;
  const told = flats.map(({ rule, amount: each, times }): PricedFlat => {
    const before = amount;
    amount = withDigits(takenTo(before, each, times), amountDigits);
    const taken = subtract(amount, before);
    const asked = multiply(each, fromInteger(times));
    return { version, rule, amount: taken, times, tookAll: compare(taken, asked) !== 0 };
  });
  return { flats: told, amount };
}

const NO_FLATS: readonly PricedFlat[] = [];

/** Most lines are one slice, whose amount is the line's. */
function amountOf(slices: readonly PricedSlice[], digits: number): Decimal {
  const only = slices.length === 1 ? slices[0] : undefined;
  if (only) return only.amount;
  return withDigits(sum(slices.map(({ amount }) => amount)), digits);
}
