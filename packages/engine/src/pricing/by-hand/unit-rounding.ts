import { isZero, multiply, sum, withDigits, type Decimal } from '../../number/decimal';
import { compareExact, signOf, type Exact } from '../../number/exact';
import { roundToDigits, roundedTo } from '../../number/rounding';
import type { UnitFacts } from '../../setup/facts';
import { moveTo } from '../line/column';
import { exchangeTo } from '../line/exchange-step';
import { keptAmount } from './keep-promise';
import type { LineInProgress, LinePart, PricingContext } from '../line/line-in-progress';
import type { LineProblem, PricedSlice } from '../../result/priced';
import { perUnit } from '../line/units';

/**
 * Step 6: the price is taken into the document's currency and to the line's unit (that of a slice to
 * the base unit), and rounded to the currency's unit price digits; the amount is quantity x rounded
 * unit price (x duration), rounded to the minor digits. A positive price that would become 0 is an
 * error on the line.
 */
export function roundUnitsAndExtend(line: LineInProgress, context: PricingContext): void {
  if (!exchangeTo(line, context.currency, context)) return;
  const { column, unit, written } = line;
  if (!line.parts) {
    const slice = roundedSlice({ quantity: written.quantity, unit, column }, line, context);
    if ('kind' in slice) line.problem = slice;
    else line.slices = [slice];
    return;
  }
  const slices: PricedSlice[] = [];
  for (const part of line.parts) {
    const slice = roundedSlice(part, line, context);
    if ('kind' in slice) {
      line.problem = slice;
      return;
    }
    slices.push(slice);
  }
  line.slices = slices;
}

function roundedSlice(
  { quantity, unit, column }: LinePart,
  line: LineInProgress,
  context: PricingContext,
): PricedSlice | LineProblem {
  const { setup, currency } = context;
  toUnit(unit, column, line);
  const digits = context.unitDigits + placesMoved(unit, line);
  const mode = setup.roundingMode;
  const rounded = roundToDigits(column.price, digits, mode);
  if (isZero(rounded) && signOf(column.price) > 0) {
    return { kind: 'roundsToZero', unitPrice: column.price, digits };
  }
  if (compareExact(rounded, column.price) !== 0) {
    const source = {
      kind: 'unitRounding',
      version: setup.version,
      digits,
      mode,
      currency,
    } as const;
    moveTo(column, rounded, column.recording ? source : null);
  }
  const unitPrice = withDigits(rounded, digits);
  const amount = extension(quantity, unitPrice, line, context);
  return { quantity, unit: unit.unit, unitPrice, amount, steps: column.steps };
}

/**
 * What a line that is whole would come to at a price per pricing unit in the document's currency,
 * rounded as step 6 rounds.
 */
export function amountAt(price: Exact, line: LineInProgress, context: PricingContext): Decimal {
  const each = isPerLineUnit(line) ? price : perUnit(price, line.pricingUnit, line.unit);
  const digits = context.unitDigits + placesMoved(line.unit, line);
  const rounded = roundToDigits(each, digits, context.setup.roundingMode);
  return extension(line.written.quantity, rounded, line, context);
}

/** What a line comes to as it stands, whole or in parts, rounded as step 6 rounds. */
export function amountNow(line: LineInProgress, context: PricingContext): Decimal {
  if (line.kept) return keptAmount(line.kept, context.amountDigits);
  if (!line.parts) return amountAt(line.column.price, line, context);
  return sum(
    line.parts.map(({ quantity, unit, column }) => {
      const each = perUnit(column.price, line.pricingUnit, unit);
      const digits = context.unitDigits + placesMoved(unit, line);
      const rounded = roundToDigits(each, digits, context.setup.roundingMode);
      return extension(quantity, rounded, line, context);
    }),
  );
}

function extension(
  quantity: Decimal,
  unitPrice: Decimal,
  { written: { duration } }: LineInProgress,
  { amountDigits, setup }: PricingContext,
): Decimal {
  const once = multiply(quantity, unitPrice);
  const whole = duration === null ? once : multiply(once, duration);
  return roundedTo(whole, amountDigits, setup.roundingMode);
}

/** A price by hand or as it was promised is per the line's unit already. */
function isPerLineUnit({ written, kept, pricingUnit, unit }: LineInProgress): boolean {
  return kept !== null || written.priceByHand !== null || pricingUnit.unit === unit.unit;
}

function toUnit(unit: UnitFacts, column: LinePart['column'], line: LineInProgress): void {
  const { written, pricingUnit } = line;
  if (written.priceByHand || pricingUnit.unit === unit.unit) return;
  const named = ({ unit: code, factor }: UnitFacts): Pick<UnitFacts, 'unit' | 'factor'> => ({
    unit: code,
    factor,
  });
  const source = { kind: 'lineUnit', from: named(pricingUnit), to: named(unit) } as const;
  moveTo(column, perUnit(column.price, pricingUnit, unit), column.recording ? source : null);
}

/**
 * By how many decimal places a price shrinks on its way to a smaller unit, each taken as begun:
 * 3 from kilogram to gram, 2 from dozen to piece. Its digits grow by as many.
 */
function placesMoved(unit: UnitFacts, { pricingUnit }: LineInProgress): number {
  if (pricingUnit.unit === unit.unit) return 0;
  let places = 0;
  let factor = unit.factor;
  while (compareExact(factor, pricingUnit.factor) < 0) {
    factor = multiply(factor, { units: 10, scale: 0 });
    places += 1;
  }
  return places;
}
