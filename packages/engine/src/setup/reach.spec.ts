import fc from 'fast-check';
import { runs } from '../testing/runs';
import { ITEM_KINDS } from './goods';
import { reachKey, type Reach } from './reach';

const code = fc.string({ minLength: 1, maxLength: 4 });
const reach: fc.Arbitrary<Reach> = fc.oneof(
  fc.record({ kind: fc.constant('item' as const), item: code }),
  fc.record({ kind: fc.constant('categoryBrand' as const), category: code, brand: code }),
  fc.record({ kind: fc.constant('supplierCategory' as const), supplier: code, category: code }),
  fc.record({ kind: fc.constant('family' as const), family: code }),
  fc.record({ kind: fc.constant('category' as const), category: code }),
  fc.record({ kind: fc.constant('brand' as const), brand: code }),
  fc.record({ kind: fc.constant('supplier' as const), supplier: code }),
  fc.record({ kind: fc.constant('itemKind' as const), itemKind: fc.constantFrom(...ITEM_KINDS) }),
  fc.constant({ kind: 'all' as const }),
);
/** The parts of a reach by name, whatever order they were said in. */
const said = (one: Reach): string => JSON.stringify(Object.entries(one).sort());

describe('what tells two reaches apart', () => {
  it('is the same exactly where they are for the same goods', () => {
    fc.assert(
      fc.property(reach, reach, (one, other) => {
        expect(reachKey(one) === reachKey(other)).toBe(said(one) === said(other));
      }),
      { numRuns: runs(500) },
    );
  });

  it('does not depend on the order in which a reach names its parts', () => {
    const one: Reach = { kind: 'categoryBrand', category: 'clay', brand: 'ebb' };
    const other: Reach = { brand: 'ebb', category: 'clay', kind: 'categoryBrand' };
    expect(reachKey(one)).toBe(reachKey(other));
  });

  it('keeps codes apart that would read alike in a row', () => {
    const one: Reach = { kind: 'categoryBrand', category: 'a","b', brand: 'c' };
    const other: Reach = { kind: 'categoryBrand', category: 'a', brand: 'b","c' };
    expect(reachKey(one)).not.toBe(reachKey(other));
  });
});
