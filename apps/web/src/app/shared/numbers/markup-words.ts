import type { AdjustmentForm, CostAdjustmentForm } from '@honest-ledger/contracts';
import {
  printPercent,
  compareExact,
  decimal,
  fromInteger,
  isDecimalText,
  marginOf,
  markupOf,
  multiplyExact,
  priceAtMargin,
  priceAtMarkup,
  signOf,
  type Decimal,
  type Exact,
} from '@honest-ledger/engine';
import { writeNumber } from './numbers';

const HUNDRED = fromInteger(100);

/** A percent with one decimal, as the reader writes it. */
export function percentText(percent: Exact | null): string {
  return percent === null ? '–' : `${writeNumber(printPercent(percent))} %`;
}

/** The same of a percent as the engine prints it, with three dots where it does not end. */
export function printedPercent(percent: string | null | undefined): string {
  return percent ? percentText(decimal(percent.replace('...', ''))) : '–';
}

/**
 * The markup and the margin that an adjustment of a cost comes to, which people mix up: they are
 * never shown without each other. Dashes beside what says neither, or is still wrong.
 */
export function bothWays(adjustment: AdjustmentForm | CostAdjustmentForm): [string, string] {
  const price = priceOfHundred(adjustment);
  if (price === null) return ['–', '–'];
  return [percentText(markupOf(price, HUNDRED)), percentText(marginOf(price, HUNDRED))];
}

/** The other of markup and margin, in words: "margin 20.0 %" beside a markup of 25 %. */
export function otherWayWords(adjustment: AdjustmentForm): string {
  const [markup, margin] = bothWays(adjustment);
  switch (adjustment.kind) {
    case 'markup':
      return `margin ${margin}`;
    case 'margin':
      return `markup ${markup}`;
    case 'multiplier':
      return `markup ${markup}, margin ${margin}`;
    default:
      return '';
  }
}

/** What an adjustment makes of a cost of 100; null where that depends on the cost, or is no price. */
function priceOfHundred(adjustment: AdjustmentForm | CostAdjustmentForm): Exact | null {
  switch (adjustment.kind) {
    case 'markup': {
      const percent = figure(adjustment.percent);
      return percent && positive(priceAtMarkup(HUNDRED, percent));
    }
    case 'margin': {
      const percent = figure(adjustment.percent);
      return percent && compareExact(percent, HUNDRED) < 0 ? priceAtMargin(HUNDRED, percent) : null;
    }
    case 'multiplier': {
      const factor = figure(adjustment.factor);
      return factor && positive(multiplyExact(factor, HUNDRED));
    }
    default:
      return null;
  }
}

function positive(price: Exact): Exact | null {
  return signOf(price) > 0 ? price : null;
}

function figure(text: string): Decimal | null {
  return isDecimalText(text) ? decimal(text) : null;
}
