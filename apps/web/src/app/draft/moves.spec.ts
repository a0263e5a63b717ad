import type { CatalogueMoves } from '@honest-ledger/contracts';
import { movesSentence } from './moves';

const moves = (lowered: number, raised: number, otherwise = 0): CatalogueMoves => ({
  compared: 237,
  lowered,
  raised,
  otherwise,
  largest: [],
});

describe('the moves of prices in words', () => {
  it('count what falls, rises and has a price on one side only', () => {
    expect(movesSentence(moves(0, 0))).toBe('None of 237 prices moves');
    expect(movesSentence(moves(35, 0))).toBe('35 of 237 prices move: 35 lower');
    expect(movesSentence(moves(30, 1, 2))).toBe(
      '33 of 237 prices move: 30 lower, 1 higher, 2 with a price on one side only',
    );
  });
});
