import type { Scope } from '@honest-ledger/engine';
import { tellingNames } from '../../testing/names';
import { chipText, goodsOffers, type GoodsNames } from './goods-offers';

const CATEGORIES = [
  { code: 'clay', name: 'Clay', parent: null, items: 35, depth: 0 },
  { code: 'stone', name: 'Stoneware bodies', parent: 'clay', items: 10, depth: 1 },
  { code: 'glaze', name: 'Glazes', parent: null, items: 54, depth: 0 },
];
const NAMES: GoodsNames = {
  categories: CATEGORIES,
  brands: [
    { code: 'ebb', name: 'Ebb & Flood' },
    { code: 'clayworks', name: 'Clayworks' },
  ],
  suppliers: [{ code: 'pits', name: 'Marsh Pits' }],
  families: [{ code: 'bodies', name: 'Stoneware bodies' }],
  items: [],
};

/** What is offered for a text: the group, and the goods in it. */
function offered(text: string, names: GoodsNames = NAMES): Record<string, string[]> {
  const groups = goodsOffers(text, names);
  return Object.fromEntries(
    groups.map(({ name, offers }) => [name, offers.map((one) => one.text)]),
  );
}

describe('the goods that a text offers', () => {
  it('are all but items while nothing is typed, the categories as a tree', () => {
    expect(Object.keys(offered(''))).toEqual([
      'Categories',
      'Brands',
      'Suppliers',
      'Families',
      'Kinds of goods',
      'Everything',
    ]);
    expect(goodsOffers('', NAMES)[0]?.offers.map(({ depth }) => depth)).toEqual([0, 1, 0]);
  });

  it('are those whose names have each word, in any order', () => {
    expect(offered('bodies stone')).toEqual({
      Categories: ['Stoneware bodies'],
      Families: ['Stoneware bodies'],
    });
    expect(offered('CLAY')).toEqual({ Categories: ['Clay'], Brands: ['Clayworks'] });
    expect(offered('  all  ')).toEqual({ Everything: ['All items'] });
    expect(offered('nothing such')).toEqual({});
  });

  it('are a brand or a supplier in a category where the words name both', () => {
    expect(offered('ebb glaz')).toEqual({ 'Brands in a category': ['Ebb & Flood in Glazes'] });
    expect(offered('glazes by ebb')).toEqual({ 'Brands in a category': ['Ebb & Flood in Glazes'] });
    expect(offered('pits clay')).toEqual({
      'Suppliers in a category': ['Marsh Pits in Clay'],
    });
    expect(offered('ebb flood')).toEqual({ Brands: ['Ebb & Flood'] });
    const [group] = goodsOffers('pits clay', NAMES);
    const both: Scope = { kind: 'supplierCategory', supplier: 'pits', category: 'clay' };
    expect(group?.offers[0]?.scope).toEqual(both);
  });

  it('are items last, unless one has just that number', () => {
    const items = [
      { item: 'CL-1', name: 'Clay, white' },
      { item: 'CL-10', name: 'Clay, red' },
    ];
    expect(Object.keys(offered('clay', { ...NAMES, items })).at(-1)).toBe('Items');
    expect(Object.keys(offered('cl-1', { ...NAMES, items }))[0]).toBe('Items');
  });

  it('are as many as are read at a glance, and say how many more there are', () => {
    const brands = Array.from({ length: 30 }, (_, at) => ({
      code: String(at),
      name: `Mark ${String(at)}`,
    }));
    const [group] = goodsOffers('mark', { ...NAMES, brands });
    expect(group?.offers.length).toBe(12);
    expect(group?.more).toBe(18);
  });
});

describe('a chip', () => {
  const text = (scope: Scope): string | null => chipText(scope, tellingNames());

  it('names goods so that one sort cannot be taken for another', () => {
    expect(text({ kind: 'item', item: 'CL-1' })).toBe('CL-1');
    expect(text({ kind: 'category', category: 'clay' })).toBe('category clay');
    expect(text({ kind: 'brand', brand: 'ebb' })).toBe('Brand brand ebb');
    expect(text({ kind: 'supplier', supplier: 'pits' })).toBe('Supplier supplier pits');
    expect(text({ kind: 'family', family: 'bodies' })).toBe('Family family bodies');
    expect(text({ kind: 'categoryBrand', category: 'clay', brand: 'ebb' })).toBe(
      'brand ebb in category clay',
    );
    expect(text({ kind: 'supplierCategory', category: 'clay', supplier: 'pits' })).toBe(
      'supplier pits in category clay',
    );
    expect(text({ kind: 'itemKind', itemKind: 'nonStock' })).toBe('Non-stock goods');
    expect(text({ kind: 'all' })).toBe('All items');
  });

  it('is not there while it is not said which', () => {
    const unsaid: Scope[] = [
      { kind: 'item', item: '' },
      { kind: 'category', category: '' },
      { kind: 'brand', brand: '' },
      { kind: 'supplier', supplier: '' },
      { kind: 'family', family: '' },
      { kind: 'categoryBrand', category: 'clay', brand: '' },
      { kind: 'supplierCategory', category: '', supplier: 'pits' },
    ];
    expect(unsaid.map(text)).toEqual(unsaid.map(() => null));
  });
});
