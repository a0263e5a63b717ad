import fc from 'fast-check';
import { SCOPES_BY_SPECIFICITY, type Scope } from '../setup/scope';
import { runs } from '../testing/runs';
import { itemOf } from '../testing/saltmarsh';
import { matchingKey, specificity, partsAsked } from './specificity';

const ITEM = itemOf();
/** As a level asks that has an entry of every kind. */
const EVERYTHING = partsAsked(SCOPES_BY_SPECIFICITY.map((kind) => ({ kind }) as Scope));

/** A reach of each kind that takes the item in, the narrowest first: settled question 7. */
const TAKING_IN: readonly Scope[] = [
  { kind: 'item', item: 'CL-0207' },
  { kind: 'categoryBrand', category: 'stoneware', brand: 'ebb' },
  { kind: 'categoryBrand', category: 'clay', brand: 'ebb' },
  { kind: 'supplierCategory', supplier: 'pits', category: 'stoneware' },
  { kind: 'supplierCategory', supplier: 'pits', category: 'clay' },
  { kind: 'family', family: 'bodies' },
  { kind: 'category', category: 'stoneware' },
  { kind: 'category', category: 'clay' },
  { kind: 'brand', brand: 'ebb' },
  { kind: 'supplier', supplier: 'pits' },
  { kind: 'itemKind', itemKind: 'stock' },
  { kind: 'all' },
];

const LEAVING_OUT: readonly Scope[] = [
  { kind: 'item', item: 'CL-0208' },
  { kind: 'categoryBrand', category: 'clay', brand: 'tern' },
  { kind: 'categoryBrand', category: 'glaze', brand: 'ebb' },
  { kind: 'supplierCategory', supplier: 'pits', category: 'glaze' },
  { kind: 'supplierCategory', supplier: 'tern', category: 'clay' },
  { kind: 'family', family: 'glazes' },
  { kind: 'category', category: 'glaze' },
  { kind: 'brand', brand: 'tern' },
  { kind: 'supplier', supplier: 'tern' },
  { kind: 'itemKind', itemKind: 'fee' },
];

describe('how narrowly a scope takes an item in', () => {
  it('goes down the ladder, and of two categories the nearer one is narrower', () => {
    const ranks = TAKING_IN.map((scope) => specificity(scope, ITEM) ?? -1);
    expect(ranks).toEqual(ranks.toSorted((one, other) => one - other));
    expect(new Set(ranks).size).toBe(TAKING_IN.length);
    expect(new Set(TAKING_IN.map(({ kind }) => kind))).toEqual(new Set(SCOPES_BY_SPECIFICITY));
  });

  for (const scope of LEAVING_OUT) {
    it(`says nothing of what it does not take in: ${JSON.stringify(scope)}`, () => {
      expect(specificity(scope, ITEM)).toBeNull();
    });
  }

  it('finds nothing by what an item does not have', () => {
    const bare = itemOf({ family: null, brand: null, supplier: null, categories: [] });
    const kinds = TAKING_IN.filter((scope) => specificity(scope, bare) !== null);
    expect(kinds.map(({ kind }) => kind)).toEqual(['item', 'itemKind', 'all']);
  });
});

describe('what is remembered of items by their matching facts', () => {
  const code = fc.constantFrom('a', 'b', 'c');
  const named = fc.option(code.map((one) => ({ code: one, name: one })));
  const item = fc
    .record({
      kind: fc.constantFrom('stock' as const, 'fee' as const),
      categories: fc.array(
        code.map((one) => ({ code: one, name: one })),
        { maxLength: 3 },
      ),
      family: named,
      brand: named,
      supplier: named,
    })
    .map((facts) => itemOf(facts));

  it('is the same for items that differ in what no reach asks for', () => {
    fc.assert(
      fc.property(item, fc.constantFrom(...TAKING_IN, ...LEAVING_OUT), (one, scope) => {
        fc.pre(scope.kind !== 'item');
        const other = { ...one, item: 'CL-9999', name: 'Another', unit: 'box' };
        expect(matchingKey(other, EVERYTHING)).toBe(matchingKey(one, EVERYTHING));
        expect(specificity(scope, other)).toEqual(specificity(scope, one));
      }),
    );
  });

  it('holds no more than the scopes ask for', () => {
    const bare = itemOf({ family: null, brand: null, supplier: null, kind: 'fee' });
    const asked = partsAsked([{ kind: 'category', category: 'clay' }, { kind: 'all' }]);
    expect(matchingKey(bare, asked)).toBe(matchingKey(ITEM, asked));
    expect(matchingKey(itemOf({ categories: [] }), asked)).not.toBe(matchingKey(ITEM, asked));
    expect(matchingKey(itemOf({ categories: [] }), partsAsked([{ kind: 'all' }]))).toBe('');
  });

  it('tells apart what any of some scopes tells apart, whichever they are', () => {
    const scope: fc.Arbitrary<Scope> = fc.oneof(
      code.map((one): Scope => ({ kind: 'category', category: one })),
      code.map((one): Scope => ({ kind: 'brand', brand: one })),
      code.map((one): Scope => ({ kind: 'supplierCategory', supplier: one, category: 'a' })),
      code.map((one): Scope => ({ kind: 'family', family: one })),
    );
    fc.assert(
      fc.property(fc.array(scope, { maxLength: 4 }), item, item, (scopes, one, other) => {
        const asked = partsAsked(scopes);
        if (matchingKey(one, asked) !== matchingKey(other, asked)) return;
        for (const each of scopes) expect(specificity(each, one)).toEqual(specificity(each, other));
      }),
      { numRuns: runs(1000) },
    );
  });

  it('is another for items that some scope tells apart', () => {
    fc.assert(
      fc.property(item, item, (one, other) => {
        fc.pre(matchingKey(one, EVERYTHING) !== matchingKey(other, EVERYTHING));
        const scopes: Scope[] = ['a', 'b', 'c'].flatMap((each): Scope[] => [
          { kind: 'category', category: each },
          { kind: 'family', family: each },
          { kind: 'brand', brand: each },
          { kind: 'supplier', supplier: each },
          { kind: 'itemKind', itemKind: 'fee' },
        ]);
        const told = scopes.some((scope) => specificity(scope, one) !== specificity(scope, other));
        // two trees in which each category comes once; one that comes twice is found at its first place
        const once = [one, other].every(
          ({ categories }) =>
            new Set(categories.map((each) => each.code)).size === categories.length,
        );
        expect(told || !once).toBeTrue();
      }),
      { numRuns: runs(300) },
    );
  });

  it('has an empty part for what an item does not have', () => {
    const asked = partsAsked([
      { kind: 'family', family: 'a' },
      { kind: 'brand', brand: 'a' },
    ]);
    expect(matchingKey(itemOf({ family: null, brand: null }), asked)).toBe('\n\n');
    expect(matchingKey(itemOf({ family: { code: 'f', name: '' }, brand: null }), asked)).toBe(
      'f\n\n',
    );
  });
});
