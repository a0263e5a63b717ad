import { minorDigits, type CurrencyCode } from '../../number/currency';
import { ZERO } from '../../number/decimal';
import { subtractExact, withDigitsExact, type Exact } from '../../number/exact';
import { isBelowAll, type RoundingRule } from '../../number/rounding-rule';
import type { WorkingSource, WorkingStep } from '../../result/workings';

/**
 * A price on its way, and the column of what made it. Filled by the steps; it never leaves the
 * pipeline. Without workings the price moves alike and nothing is written down.
 */
export interface Column {
  /** Per pricing unit, exact until the last step rounds it. */
  price: Exact;
  currency: CurrencyCode;
  readonly recording: boolean;
  steps: WorkingStep[];
}

/** What a column that records nothing has in common with the others. */
const NO_STEPS: WorkingStep[] = [];

export function emptyColumn(currency: CurrencyCode, recording: boolean): Column {
  return { price: ZERO, currency, recording, steps: recording ? [] : NO_STEPS };
}

/** A column that goes on by itself from where another stands. */
export function branch(column: Column): Column {
  return { ...column, steps: column.recording ? [...column.steps] : NO_STEPS };
}

/** Starts the column at a price. `source` is null where nothing is written down. */
export function startAt(
  column: Column,
  price: Exact,
  currency: CurrencyCode,
  source: WorkingSource | null,
): void {
  column.price = price;
  column.currency = currency;
  if (!source) return;
  const shown = withDigitsExact(price, minorDigits(currency));
  column.steps.push({ source, currency, before: null, change: shown, after: shown });
}

/** Moves the running price to `after` and writes down what did it; nothing where `source` is null. */
export function moveTo(column: Column, after: Exact, source: WorkingSource | null): void {
  const before = column.price;
  column.price = after;
  if (!source) return;
  const digits = minorDigits(column.currency);
  column.steps.push({
    source,
    currency: column.currency,
    before: withDigitsExact(before, digits),
    change: withDigitsExact(subtractExact(after, before), digits),
    after: withDigitsExact(after, digits),
  });
}

/** A rounding rule as workings tell it of the running price that it is about to round. */
export function ruleAt(
  { price }: Column,
  rule: RoundingRule,
): { readonly rule: RoundingRule; readonly isBelowAll?: true } {
  return isBelowAll(price, rule) ? { rule, isBelowAll: true } : { rule };
}

/** Takes back all that was written, so that another way to a price can be tried. */
export function empty(column: Column): void {
  column.price = ZERO;
  if (column.recording) column.steps = [];
}
