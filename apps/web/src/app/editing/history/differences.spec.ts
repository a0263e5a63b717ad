import type { Names } from '@honest-ledger/wording';
import { differences, withLevelNames } from './differences';

describe('the differences of a change', () => {
  it('name each field that is otherwise, and no other', () => {
    const before = { name: 'Schools', entries: [{ id: 'a', percent: '-12' }], rounding: null };
    const after = { name: 'Schools', entries: [{ id: 'a', percent: '-10' }], rounding: '0.05' };
    expect(differences(before, after)).toEqual([
      { path: 'entries › a › percent', before: '-12', after: '-10' },
      { path: 'rounding', before: null, after: '0.05' },
    ]);
  });

  it('match things by their ids, wherever they stand', () => {
    const [a, b] = [
      { id: 'a', quantity: '1' },
      { id: 'b', quantity: '2' },
    ];
    expect(differences([a, b], [b])).toEqual([
      { path: 'a › id', before: 'a', after: null },
      { path: 'a › quantity', before: '1', after: null },
    ]);
  });

  it('of something new are all its fields, and of nothing none', () => {
    expect(differences(null, { name: 'Fairs' })).toEqual([
      { path: 'name', before: null, after: 'Fairs' },
    ]);
    expect(differences({ a: [1] }, { a: [1] })).toEqual([]);
  });

  it('name levels as people know them', () => {
    const names = { level: (id: string) => (id === 'l' ? 'Trade' : id) } as Names;
    const one = { path: 'level', before: 'l', after: null };
    expect(withLevelNames(one, names)).toEqual({ path: 'level', before: 'Trade', after: null });
    const id = { path: 'level › id', before: null, after: 'l' };
    expect(withLevelNames(id, names)).toEqual(id);
    const other = { path: 'name', before: 'Clay', after: 'Glazes' };
    expect(withLevelNames(other, names)).toEqual(other);
  });
});
