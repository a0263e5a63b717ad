import { make, ZERO } from '../number/decimal';
import { addExact, percentOfExact, subtractExact, type Exact } from '../number/exact';
import { priceOfCost } from '../pricing/cost/cost-adjustment';
import type { Adjustment, LevelEntry, PriceBand } from '../setup/level';
import { inversionsOf, type Inversion, type Piece } from './inversions';

const ONE = make(1, 0);

/**
 * Every band of a level's entry at which dearer goods get a lower price, before rounding: by the price
 * that it starts from, or by the cost where it starts from one. None where prices hang on two figures, or
 * where an amount is per a unit of which each item has its own.
 */
export function levelInversions({
  basis,
  adjusting,
}: Pick<LevelEntry, 'basis' | 'adjusting'>): Inversion[] {
  if (adjusting.kind === 'plain') return [];
  if (adjusting.kind === 'byCost' && basis.kind !== 'cost') return [];
  if (adjusting.bands.some(({ adjustment }) => isPerUnit(adjustment))) return [];
  return inversionsOf(adjusting.bands.map(pieceOf));
}

function isPerUnit(adjustment: Adjustment): boolean {
  return 'unit' in adjustment && adjustment.unit !== null;
}

function pieceOf({ from, adjustment }: PriceBand): Piece {
  const constant = made(ZERO, adjustment);
  return { from, constant, slope: subtractExact(made(ONE, adjustment), constant) };
}

/** What an adjustment per base unit makes of a price or a cost. */
function made(of: Exact, adjustment: Adjustment): Exact {
  switch (adjustment.kind) {
    case 'percent':
      return addExact(of, percentOfExact(of, adjustment.percent));
    case 'amount':
      return addExact(of, adjustment.amount);
    case 'percentAndAmount':
      return addExact(addExact(of, percentOfExact(of, adjustment.percent)), adjustment.amount);
    case 'set':
      return adjustment.price;
    case 'multiplier':
    case 'markup':
    case 'margin':
      return priceOfCost(of, adjustment);
  }
}
