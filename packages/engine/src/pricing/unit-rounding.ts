import { minorDigits } from '../number/currency';
import { equals, isPositive, isZero, multiply, withDigits } from '../number/decimal';
import { roundToDigits } from '../number/rounding';
import { moveTo, type LineInProgress, type PricingContext } from './line-in-progress';

/**
 * Step 6: each slice's unit price is rounded to the currency's unit price digits, and its amount,
 * quantity x rounded unit price, to the minor digits. A positive price that would become 0 is an
 * error on the line.
 */
export function roundUnitsAndExtend(work: LineInProgress, context: PricingContext): void {
  const { setup, currency } = context;
  const digits = setup.unitPriceDigits(currency);
  const mode = setup.roundingMode;
  for (const slice of work.slices) {
    const rounded = roundToDigits(slice.unitPrice, digits, mode);
    if (isZero(rounded) && isPositive(slice.unitPrice)) {
      work.problem = { kind: 'roundsToZero', unitPrice: slice.unitPrice, digits };
      return;
    }
    if (!equals(rounded, slice.unitPrice)) {
      const source = {
        kind: 'unitRounding',
        version: setup.version,
        digits,
        mode,
        currency,
      } as const;
      moveTo(slice, rounded, source, currency);
    }
    slice.unitPrice = withDigits(rounded, digits);
    const amountDigits = minorDigits(currency);
    slice.amount = withDigits(
      roundToDigits(multiply(slice.quantity, slice.unitPrice), amountDigits, mode),
      amountDigits,
    );
  }
}
