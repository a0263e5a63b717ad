import { levelCircle, type LevelWithBases } from './level-circle';

const level = (id: string, ...from: string[]): LevelWithBases => ({
  id,
  entries: [
    { basis: { kind: 'basePrice' } },
    ...from.map((base) => ({ basis: { kind: 'level', level: base } })),
  ],
});

describe('a circle of levels', () => {
  it('is none where each starts from others that end', () => {
    expect(levelCircle([level('A', 'B', 'C'), level('B', 'C'), level('C', 'gone')])).toBeNull();
  });

  it('is found, and told in order', () => {
    expect(levelCircle([level('A', 'B'), level('B', 'C'), level('C', 'B')])).toEqual(['B', 'C']);
    expect(levelCircle([level('A', 'A')])).toEqual(['A']);
    expect(levelCircle([level('A', 'B', 'C'), level('B'), level('C', 'A')])).toEqual(['A', 'C']);
  });
});
