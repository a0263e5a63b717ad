import { compare, make, ZERO, type Decimal } from '../number/decimal';
import {
  addExact,
  compareExact,
  divide,
  multiplyExact,
  subtractExact,
  type Exact,
} from '../number/exact';
import { roundedTo } from '../number/rounding';
import { priceOfCost, type PricingCostAdjustment } from '../pricing/cost/cost-adjustment';
import type { CostBand } from '../setup/cost-table';

/** Dearer goods at a lower price: what an edge of a cost table does to the costs around it. */
export interface Inversion {
  /** The threshold at which the price falls. */
  readonly at: Decimal;
  /** The price that costs just below the threshold come near to. */
  readonly below: Exact;
  /** The price at the threshold. */
  readonly above: Exact;
  /** Goods that cost more than this and less than `at` have a price above that at `at`. */
  readonly from: Exact;
  /** Goods that cost `at` and up to this (not included) have a lower price than some that cost less. */
  readonly until: Exact;
}

/** An affine piece of a band list: price = slope x cost + constant. */
export interface Piece {
  readonly from: Decimal;
  readonly slope: Exact;
  readonly constant: Exact;
}

/**
 * Every edge of a band list at which a dearer item gets a lower price, before rounding. Fees, piece
 * charges of one item and rounding rules keep the order of prices, so they are left out.
 * @param points percentage points for units sold that all compared items have
 */
export function inversions(bands: readonly CostBand[], points: Decimal = ZERO): Inversion[] {
  return inversionsOf(piecesOf(bands, points));
}

/** The same of pieces, each from its threshold upward until the next. */
export function inversionsOf(pieces: readonly Piece[]): Inversion[] {
  const found: Inversion[] = [];
  for (const [place, piece] of pieces.entries()) {
    const before = pieces[place - 1];
    if (!before) continue;
    const below = priceAt(before, piece.from);
    const above = priceAt(piece, piece.from);
    if (compareExact(above, below) >= 0) continue;
    found.push({
      at: piece.from,
      below,
      above,
      from: costAt(before, above) ?? before.from,
      until: endOf(pieces.slice(place), below),
    });
  }
  return found;
}

/** The cost from which prices are not below a price any more; the last threshold where they stay. */
function endOf(pieces: readonly Piece[], price: Exact): Exact {
  let last: Exact = ZERO;
  for (const [place, piece] of pieces.entries()) {
    const next = pieces[place + 1];
    const reached = costAt(piece, price);
    last = next?.from ?? reached ?? piece.from;
    if (reached && (!next || compareExact(reached, next.from) < 0)) return reached;
    if (next && compareExact(priceAt(next, next.from), price) >= 0) return next.from;
  }
  return last;
}

/**
 * The band list with the fewest prices changed that has no inversion: from an edge at which the
 * price falls, the price of just below it is held until the band has caught up with it. Costs
 * outside that zone keep their prices. Held prices have `priceDigits` decimals, rounded up, and
 * thresholds `costDigits`.
 */
export function withoutInversions(
  bands: readonly CostBand[],
  { priceDigits, costDigits }: { readonly priceDigits: number; readonly costDigits: number },
  points: Decimal = ZERO,
): CostBand[] {
  const repaired: CostBand[] = [];
  let high: Exact = ZERO;
  for (const [place, band] of bands.entries()) {
    const next = bands[place + 1]?.from ?? null;
    if (band.adjustment.kind === 'byRequest') {
      repaired.push(band);
      break;
    }
    const piece = pieceOf({ from: band.from, adjustment: band.adjustment }, points);
    if (compareExact(priceAt(piece, band.from), high) >= 0) {
      repaired.push(band);
    } else {
      const price = upTo(high, priceDigits);
      repaired.push({ from: band.from, adjustment: { kind: 'set', price } });
      high = price;
      const caught = costAt(piece, price);
      const from = caught && upTo(caught, costDigits);
      if (!from || (next && compare(from, next) >= 0)) continue; // held through the whole band
      repaired.push({ from, adjustment: band.adjustment });
    }
    if (next) high = larger(high, priceAt(piece, next));
  }
  return repaired;
}

function piecesOf(bands: readonly CostBand[], points: Decimal): Piece[] {
  return bands.flatMap(({ from, adjustment }) =>
    adjustment.kind === 'byRequest' ? [] : [pieceOf({ from, adjustment }, points)],
  );
}

function pieceOf(
  { from, adjustment }: { readonly from: Decimal; readonly adjustment: PricingCostAdjustment },
  points: Decimal,
): Piece {
  const constant = priceOfCost(ZERO, adjustment, points);
  const atOne = priceOfCost(ONE, adjustment, points);
  return { from, constant, slope: subtractExact(atOne, constant) };
}

const ONE = make(1, 0);

function priceAt({ slope, constant }: Piece, cost: Exact): Exact {
  return addExact(multiplyExact(slope, cost), constant);
}

/** The cost that a piece gives a price to; null where its price does not rise. */
function costAt({ slope, constant }: Piece, price: Exact): Exact | null {
  if (compareExact(slope, ZERO) <= 0) return null;
  return divide(subtractExact(price, constant), slope);
}

function upTo(value: Exact, digits: number): Decimal {
  return roundedTo(value, digits, 'awayFromZero');
}

function larger(a: Exact, b: Exact): Exact {
  return compareExact(a, b) >= 0 ? a : b;
}
