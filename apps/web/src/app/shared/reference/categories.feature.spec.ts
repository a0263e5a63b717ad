import { placed } from './categories.feature';

describe('the category tree', () => {
  it('is read from the top down, each followed by what lies under it', () => {
    const row = (code: string, parent: string | null) => ({ code, name: code, parent, items: 0 });
    const tree = placed([
      row('clay', null),
      row('glaze', null),
      row('slip', 'clay'),
      row('fine', 'slip'),
    ]);
    expect(tree.map(({ code, depth }) => [code, depth])).toEqual([
      ['clay', 0],
      ['slip', 1],
      ['fine', 2],
      ['glaze', 0],
    ]);
  });
});
