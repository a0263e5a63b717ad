import type { CatalogueMoves } from '@honest-ledger/contracts';

/** How many prices are other than before. */
export function movedPrices({ lowered, raised, otherwise }: CatalogueMoves): number {
  return lowered + raised + otherwise;
}

/** "31 of 240 prices move: 30 lower, 1 higher" */
export function movesSentence(moves: CatalogueMoves): string {
  const { compared, lowered, raised, otherwise } = moves;
  const moved = movedPrices(moves);
  if (moved === 0) return `None of ${String(compared)} prices moves`;
  const parts = [
    lowered > 0 ? `${String(lowered)} lower` : '',
    raised > 0 ? `${String(raised)} higher` : '',
    otherwise > 0 ? `${String(otherwise)} with a price on one side only` : '',
  ].filter(Boolean);
  return `${String(moved)} of ${String(compared)} prices move: ${parts.join(', ')}`;
}
