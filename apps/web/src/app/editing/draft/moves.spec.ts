import type { CatalogueMoves } from '@honest-ledger/contracts';
import { askedSentence, movesSentence } from './moves';

const moves = (lowered: number, raised: number, otherwise = 0): CatalogueMoves => ({
  compared: 237,
  lowered,
  raised,
  otherwise,
  largest: [],
});

describe('the moves of prices in words', () => {
  it('count what falls, rises and has a price on one side only', () => {
    expect(movesSentence(moves(0, 0))).toBe('None of 237 prices changes');
    expect(movesSentence(moves(35, 0))).toBe('35 of 237 prices change: 35 lower');
    expect(movesSentence(moves(30, 1, 2))).toBe(
      '33 of 237 prices change: 30 lower, 1 higher, 2 with a price before or after only',
    );
  });

  it('say what was compared: how many, for whom, where and when', () => {
    const asked = { outlet: null, day: null, trigger: null } as const;
    expect(askedSentence({ ...asked, who: { kind: 'nobody' }, quantities: ['1', '11'] })).toBe(
      '1 and 11 of each item, for a customer without a price level',
    );
    const who = { kind: 'segment', name: 'Schools' } as const;
    const more = { outlet: 'Quay counter', day: '2027-03-01', trigger: 'code' } as const;
    expect(askedSentence({ who, quantities: ['3'], ...more })).toMatch(
      /^3 of each item, for a customer in Schools without a price level, at Quay counter, on .*2027, with its code$/,
    );
  });
});
