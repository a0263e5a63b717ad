import { isZero, multiply, withDigits, type Decimal } from '../number/decimal';
import { compareExact, signOf } from '../number/exact';
import { roundToDigits } from '../number/rounding';
import type { UnitFacts } from '../setup/facts';
import { moveTo } from './column';
import { exchangeTo } from './exchange-step';
import type { LineInProgress, PricingContext } from './line-in-progress';
import { perUnit } from './units';

/**
 * Step 6: the price is taken into the document's currency and to the line's unit, and rounded to
 * the currency's unit price digits; the amount is quantity x rounded unit price (x duration),
 * rounded to the minor digits. A positive price that would become 0 is an error on the line.
 */
export function roundUnitsAndExtend(work: LineInProgress, context: PricingContext): void {
  const { setup, currency, amountDigits } = context;
  if (!exchangeTo(work, currency, context)) return;
  toLineUnit(work);
  const { column } = work;
  const digits = context.unitDigits + placesMoved(work);
  const mode = setup.roundingMode;
  const rounded = roundToDigits(column.price, digits, mode);
  if (isZero(rounded) && signOf(column.price) > 0) {
    work.problem = { kind: 'roundsToZero', unitPrice: column.price, digits };
    return;
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
  const amount = withDigits(
    roundToDigits(extension(work, unitPrice), amountDigits, mode),
    amountDigits,
  );
  work.slices = [{ quantity: work.line.quantity, unitPrice, amount, steps: column.steps }];
}

function extension({ line: { quantity, duration } }: LineInProgress, unitPrice: Decimal): Decimal {
  const once = multiply(quantity, unitPrice);
  return duration === null ? once : multiply(once, duration);
}

/** A price by hand is per the line's unit already. */
function toLineUnit({ line, column, pricingUnit, unit }: LineInProgress): void {
  if (line.priceByHand || pricingUnit.unit === unit.unit) return;
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
function placesMoved({ pricingUnit, unit }: LineInProgress): number {
  if (pricingUnit.unit === unit.unit) return 0;
  let places = 0;
  let factor = unit.factor;
  while (compareExact(factor, pricingUnit.factor) < 0) {
    factor = multiply(factor, { units: 10, scale: 0 });
    places += 1;
  }
  return places;
}
