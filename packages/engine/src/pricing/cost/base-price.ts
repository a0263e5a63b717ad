import type { Exact } from '../../number/exact';
import { emptyColumn, startAt } from '../line/column';
import { startFromReachingTable } from './cost-table';
import { exchangeTo } from '../line/exchange-step';
import {
  tellNobody,
  type LineInProgress,
  type PassOver,
  type PricingContext,
} from '../line/line-in-progress';

/** Starts the column at the item's base price for the pricing unit; false where it has none. */
export function startFromBasePrice(line: LineInProgress, { setup }: PricingContext): boolean {
  const { item, unit: base } = line.item;
  const { unit } = line.pricingUnit;
  const found = setup.basePrice(item, unit === base ? null : unit);
  if (!found) return false;
  const shared = found.kind === 'shared' ? (setup.sharedPrices.get(found.shared) ?? null) : null;
  const price = found.kind === 'own' ? found.price : shared?.price;
  if (price === undefined) return false;
  startAt(
    line.column,
    price,
    setup.homeCurrency,
    line.column.recording
      ? { kind: 'basePrice', version: setup.version, item, unit, shared }
      : null,
  );
  return true;
}

/**
 * The item's base price per pricing unit in the document's currency, or what its cost table makes
 * where it has none; null where there is neither.
 */
export function basePriceOfLine(line: LineInProgress, context: PricingContext): Exact | null {
  const trial: LineInProgress = { ...line, column: emptyColumn(context.currency, false) };
  if (!startFromOwnPrice(trial, context, tellNobody)) return null;
  return exchangeTo(trial, context.currency, context) ? trial.column.price : null;
}

/** The item's base price, else what the cost table that takes it in makes of it; false for neither. */
export function startFromOwnPrice(
  line: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
): boolean {
  return (
    startFromBasePrice(line, context) || startFromReachingTable(line, context, recordNotApplied)
  );
}
