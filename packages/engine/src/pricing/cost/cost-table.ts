import type { CompiledCostTable } from '../../compile/compile-cost-table';
import { fromInteger, isZero, multiply, subtract, ZERO, type Decimal } from '../../number/decimal';
import { addExact, divide, multiplyExact, signOf, type Exact } from '../../number/exact';
import { applyRoundingRule } from '../../number/rounding-rule';
import type { CostKind } from '../../setup/cost';
import type { CostBand, SoldPoints } from '../../setup/cost-table';
import { isAtOutlet } from '../../setup/limits';
import type { Reason } from '../../result/workings';
import { bandAt } from './band-at';
import { empty, moveTo, ruleAt } from '../line/column';
import { askedBy, kindsTried, startFromCost } from './cost';
import { perFactor, priceOfCost, takesPoints, type PricingCostAdjustment } from './cost-adjustment';
import { exchangeTo } from '../line/exchange-step';
import { firstCost } from './item-cost';
import type { LineInProgress, PassOver, PricingContext } from '../line/line-in-progress';

const NONE: readonly Reason[] = [];
const HUNDRED = fromInteger(100);

/**
 * Starts the column at what the cost table that takes the item in most narrowly makes of it; false
 * where none does. The tables that were tried are told.
 */
export function startFromReachingTable(
  line: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
): boolean {
  const tables = context.setup.tablesReaching(line.item);
  const tried = new Set<CompiledCostTable>();
  for (const { compiled } of tables) {
    if (tried.has(compiled)) continue;
    tried.add(compiled);
    const reasons = startFromCostTable(compiled, line, context);
    if (line.problem) return false;
    if (reasons.length === 0) return true;
    recordNotApplied({ kind: 'costTable', table: compiled.name }, ...reasons);
  }
  return false;
}

/**
 * Writes what a cost table makes of the item: the first cost above zero of the kinds it knows, in
 * the table's currency; its band's adjustment with the points for units sold; then so much more
 * that the profit stays after fees; the piece charge; the rounding rule. Where it makes nothing,
 * nothing is written and the reasons come back.
 */
export function startFromCostTable(
  compiled: CompiledCostTable,
  line: LineInProgress,
  context: PricingContext,
): readonly Reason[] {
  const { outlet } = context.facts;
  if (!isAtOutlet(compiled.table.outlets, outlet?.code ?? null)) {
    return [{ kind: 'tableNotAtOutlet', outlet: outlet?.name ?? null }];
  }
  const known = knownKinds(compiled, line);
  const cost = firstCost(known, line.item, askedBy(line, context));
  if (!cost) return [{ kind: 'noCost', kinds: known }];
  const { column } = line;
  const { currency } = compiled.table;
  startFromCost(cost, line);
  if (!exchangeTo(line, currency, context)) return NONE;
  const bands = compiled.bands.get(cost.kind) ?? [];
  // thresholds are costs of a base unit
  const band = bandAt(bands, column.price, line.pricingUnit.factor);
  if (!band) {
    const reasons = belowFirst(bands, column.price);
    empty(column);
    return reasons;
  }
  const { adjustment } = band;
  if (adjustment.kind === 'byRequest') {
    line.problem = { kind: 'byRequest', table: compiled.name.name };
    return NONE;
  }
  markUp(compiled, adjustment, line, context);
  addFees(compiled, line, context);
  addPieceCharge(compiled, line, context);
  round(compiled, line, context);
  return NONE;
}

/** The kinds that the table has bands for, the line's form of supply first. */
function knownKinds(
  { kinds, bands }: CompiledCostTable,
  line: LineInProgress,
): readonly CostKind[] {
  if (line.written.formOfSupply === null) return kinds;
  return [...kindsTried(line, kinds)].filter((kind) => bands.has(kind));
}

function belowFirst(bands: readonly CostBand[], price: Exact): readonly Reason[] {
  return [{ kind: 'belowFirstBand', price, from: bands[0]?.from ?? ZERO }];
}

function markUp(
  { name: table, table: { points: soldPoints } }: CompiledCostTable,
  adjustment: PricingCostAdjustment,
  line: LineInProgress,
  { setup: { version } }: PricingContext,
): void {
  const { column, pricingUnit } = line;
  const points = takesPoints(adjustment) ? pointsFor(soldPoints, line) : null;
  const isBase = pricingUnit.unit === line.item.unit;
  const own = isBase ? adjustment : perFactor(adjustment, pricingUnit.factor);
  const after = priceOfCost(column.price, own, points?.points);
  const tookAll = signOf(after) < 0;
  const source = column.recording
    ? ({ kind: 'costTable', version, table, adjustment, points, tookAll } as const)
    : null;
  moveTo(column, tookAll ? ZERO : after, source);
}

/** The points for the units sold in the table's window; null where it asks none, or none is known. */
function pointsFor(
  points: SoldPoints | null,
  { item }: LineInProgress,
): { points: Decimal; sold: Decimal; days: number | null } | null {
  if (!points) return null;
  const sold = item.unitsSold.find(({ days }) => days === points.days)?.quantity;
  if (sold === undefined) return null;
  const band = bandAt(points.bands, sold);
  return band ? { points: band.points, sold, days: points.days } : null;
}

function addFees(
  { name: table, table: { fees } }: CompiledCostTable,
  { column, pricingUnit }: LineInProgress,
  { setup: { version } }: PricingContext,
): void {
  if (!fees || (isZero(fees.percent) && isZero(fees.fixed))) return;
  const fixed = multiply(fees.fixed, pricingUnit.factor);
  const kept = divide(subtract(HUNDRED, fees.percent), HUNDRED);
  const source = column.recording ? ({ kind: 'tableFees', version, table, fees } as const) : null;
  moveTo(column, divide(addExact(column.price, fixed), kept), source);
}

function addPieceCharge(
  compiled: CompiledCostTable,
  { column, item, pricingUnit }: LineInProgress,
  { setup: { version } }: PricingContext,
): void {
  const { name: table } = compiled;
  if (compiled.table.pieceCharges.length === 0) return;
  const charge = compiled.pieceCharge(item);
  if (!charge || isZero(charge.amount)) return;
  const after = addExact(column.price, multiplyExact(charge.amount, pricingUnit.factor));
  const tookAll = signOf(after) < 0;
  const source = column.recording
    ? ({ kind: 'pieceCharge', version, table, charge, tookAll } as const)
    : null;
  moveTo(column, tookAll ? ZERO : after, source);
}

function round(
  { name: table, table: { rounding: rule } }: CompiledCostTable,
  { column }: LineInProgress,
  { setup: { version } }: PricingContext,
): void {
  if (rule?.currency !== column.currency) return;
  const source = column.recording
    ? ({ kind: 'tableRounding', version, table, ...ruleAt(column, rule) } as const)
    : null;
  moveTo(column, applyRoundingRule(column.price, rule), source);
}
