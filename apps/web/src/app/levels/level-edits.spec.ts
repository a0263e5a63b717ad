import type { LevelContent } from '@honest-ledger/contracts';
import {
  shownPercent,
  storedPercent,
  withEntry,
  withNewEntry,
  withoutEntry,
  withPercent,
} from './level-edits';

const content: LevelContent = {
  name: 'Schools',
  entries: [
    {
      id: 'a',
      reach: { kind: 'category', category: 'clay' },
      adjustment: { kind: 'percent', percent: '-12' },
    },
  ],
  rounding: null,
};

describe('edits of a level', () => {
  it('add an entry that changes no price yet, for goods that have none', () => {
    const two = withNewEntry(content, 'b', ['clay', 'glaze']);
    expect(two.entries[1]).toEqual({
      id: 'b',
      reach: { kind: 'category', category: 'glaze' },
      adjustment: { kind: 'percent', percent: '0' },
    });
    expect(withNewEntry(two, 'c', ['clay', 'glaze']).entries[2]?.reach).toEqual({ kind: 'all' });
  });

  it('change and remove one entry and no other', () => {
    const two = withNewEntry(content, 'b', ['glaze']);
    const changed = withEntry(two, 'b', { adjustment: { kind: 'percent', percent: '5' } });
    expect(changed.entries[0]).toEqual(two.entries[0]);
    expect(changed.entries[1]?.adjustment.percent).toBe('5');
    expect(withoutEntry(two, 'a').entries.map(({ id }) => id)).toEqual(['b']);
  });

  it('change how much and off or added one after the other', () => {
    const more = withPercent(content, 'a', (shown) => ({ ...shown, size: '2.5' }));
    const added = withPercent(more, 'a', (shown) => ({ ...shown, off: false }));
    expect(added.entries[0]?.adjustment.percent).toBe('2.5');
    expect(withPercent(content, 'none', (shown) => shown)).toBe(content);
  });

  it('show a percent as off or added and store it signed', () => {
    const shown = (percent: string) =>
      shownPercent({ id: 'x', reach: { kind: 'all' }, adjustment: { kind: 'percent', percent } });
    for (const percent of ['-12', '5', '-0.5', '0', '+0']) {
      expect(storedPercent(shown(percent)))
        .withContext(percent)
        .toBe(percent);
    }
    expect(shown('-12')).toEqual({ size: '12', off: true });
    expect(shown('5')).toEqual({ size: '5', off: false });
    expect(storedPercent({ size: '-12', off: false })).toBe('-12');
    expect(storedPercent({ size: '0.0', off: true })).toBe('0.0');
  });
});
