import {
  compare,
  isZero,
  multiply,
  negate,
  subtract,
  isPositive,
  type Decimal,
} from '../number/decimal';
import { divide } from '../number/exact';
import { roundToDigits } from '../number/rounding';
import type { PricedDocument, PricedLine } from '../result/priced';
import type { ItemNumber } from '../setup/goods';

/** One unit price that is another than before; null where there is no price. */
export interface PriceMove {
  readonly item: ItemNumber;
  readonly before: Decimal | null;
  readonly after: Decimal | null;
  /** after - before, in the document's currency per unit; null where one of them is missing. */
  readonly change: Decimal | null;
}

/** What a change does to a set of prices. */
export interface PriceMoves {
  readonly compared: number;
  readonly lowered: number;
  readonly raised: number;
  /** Prices that come into being or cease to be. */
  readonly otherwise: number;
  /** The largest falls and rises in proportion to the price before, at most `EXTREMES` of each. */
  readonly largest: readonly PriceMove[];
}

const EXTREMES = 3;

/**
 * Compares two pricings of the same document, line by line, by what a unit of each comes to with all
 * that is done to the line. Lines are matched by their ids.
 */
export function priceMoves(before: PricedDocument, after: PricedDocument): PriceMoves {
  const old = new Map(before.lines.map((line) => [line.id, line]));
  const moves = after.lines
    .map((line) => move(old.get(line.id), line))
    .filter((one) => one.change === null || !isZero(one.change))
    .filter(({ before: from, after: to }) => from !== null || to !== null);
  const measured = moves.filter(isMeasured).sort(byProportion);
  const lowered = measured.filter(({ change }) => !isPositive(change));
  const raised = measured.filter(({ change }) => isPositive(change));
  return {
    compared: after.lines.length,
    lowered: lowered.length,
    raised: raised.length,
    otherwise: moves.length - measured.length,
    largest: [...lowered.slice(0, EXTREMES), ...raised.slice(-EXTREMES).reverse()],
  };
}

type Measured = PriceMove & { readonly before: Decimal; readonly change: Decimal };

function isMeasured(one: PriceMove): one is Measured {
  return one.before !== null && one.change !== null;
}

function move(from: PricedLine | undefined, to: PricedLine): PriceMove {
  const [before, after] = [priceEach(from), priceEach(to)];
  const change = before && after ? subtract(after, before) : null;
  return { item: to.item, before, after, change };
}

/**
 * The unit price of a line that is nothing but that, else what it is sold for over its quantity (and
 * duration), to this many decimals.
 */
const AVERAGE_DIGITS = 4;

function priceEach(line: PricedLine | undefined): Decimal | null {
  if (line?.kind !== 'priced') return null;
  const { slices, net, quantity, duration } = line;
  const only = slices.length === 1 ? slices[0] : undefined;
  if (only && compare(only.amount, net) === 0) return only.unitPrice;
  const each = divide(net, duration === null ? quantity : multiply(quantity, duration));
  return roundToDigits(each, AVERAGE_DIGITS, 'halfAwayFromZero');
}

/** The largest fall first: change / before, compared exactly by multiplying across. */
function byProportion(a: Measured, b: Measured): number {
  if (isZero(a.before) || isZero(b.before)) {
    return compare(negate(a.before), negate(b.before)) || compare(a.change, b.change);
  }
  return compare(multiply(a.change, b.before), multiply(b.change, a.before));
}
