import { percentEntry, schools } from '../testing/saltmarsh';
import { levelsLeftBehind } from './level-ends';

describe('levels that outlast a level they start from', () => {
  const base = (until: string | null) => schools({ id: 'base', window: { from: null, until } });
  const level = (until: string | null) =>
    schools({
      id: 'over',
      window: { from: null, until },
      entries: [percentEntry('-5', undefined, { basis: { kind: 'level', level: 'base' } })],
    });

  it('are told as soon as that one has a last day', () => {
    expect(levelsLeftBehind([base(null), level(null)])).toEqual([]);
    expect(levelsLeftBehind([base('2026-12-31'), level(null)])).toEqual([
      { level: 'over', base: 'base', until: '2026-12-31' },
    ]);
    expect(levelsLeftBehind([base('2026-12-31'), level('2027-01-31')]).length).toBe(1);
  });

  it('are none that end before it, or on the same day', () => {
    expect(levelsLeftBehind([base('2026-12-31'), level('2026-12-31')])).toEqual([]);
    expect(levelsLeftBehind([base('2026-12-31'), level('2026-06-30')])).toEqual([]);
  });
});
