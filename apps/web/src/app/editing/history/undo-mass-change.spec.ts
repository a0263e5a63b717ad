import type { MassChangeView } from '@honest-ledger/contracts';
import { undoSentences } from './undo-mass-change';

const VIEW: MassChangeView = {
  id: 'm',
  kind: 'file',
  name: 'many.csv',
  things: 3,
  by: 'Ines Marlow',
  at: '2026-11-24T14:32:00.000Z',
  undone: null,
  back: 3,
  removed: 1,
  stays: 0,
  staying: [],
};

describe('what undoing a change of many says', () => {
  it('tells what goes back from what is deleted', () => {
    expect(undoSentences(VIEW)).toBe(
      '2 entries go back to what was there before. 1 entry is deleted.',
    );
    expect(undoSentences({ ...VIEW, removed: 3 })).toBe('3 entries are deleted.');
    expect(undoSentences({ ...VIEW, back: 1, removed: 0, kind: 'levels' })).toBe(
      '1 customer goes back to what was there before.',
    );
  });

  it('names those that stay, and why', () => {
    const staying = (count: number) =>
      Array.from({ length: count }, (_, place) => ({
        what: 'item',
        key: `X-${String(place)}`,
        why: 'it has a cost',
      }));
    expect(undoSentences({ ...VIEW, removed: 0, stays: 1, staying: staying(1) })).toContain(
      '1 entry stays: X-0 (it has a cost).',
    );
    const many = undoSentences({ ...VIEW, back: 0, removed: 0, stays: 200, staying: staying(100) });
    expect(many).toContain('Nothing can be undone. 200 entries stay: X-0 (it has a cost)');
    expect(many).toContain('X-4 (it has a cost) and 195 more.');
  });
});
