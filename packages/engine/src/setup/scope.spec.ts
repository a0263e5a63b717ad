import fc from 'fast-check';
import { runs } from '../testing/runs';
import { ITEM_KINDS } from './goods';
import { scopeKey, type Scope } from './scope';

const code = fc.string({ minLength: 1, maxLength: 4 });
const scope: fc.Arbitrary<Scope> = fc.oneof(
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
/** The parts of a scope by name, whatever order they were said in. */
const said = (one: Scope): string => JSON.stringify(Object.entries(one).sort());

describe('what tells two scopes apart', () => {
  it('is the same exactly where they are for the same goods', () => {
    fc.assert(
      fc.property(scope, scope, (one, other) => {
        expect(scopeKey(one) === scopeKey(other)).toBe(said(one) === said(other));
      }),
      { numRuns: runs(500) },
    );
  });

  it('does not depend on the order in which a scope names its parts', () => {
    const one: Scope = { kind: 'categoryBrand', category: 'clay', brand: 'ebb' };
    const other: Scope = { brand: 'ebb', category: 'clay', kind: 'categoryBrand' };
    expect(scopeKey(one)).toBe(scopeKey(other));
  });

  it('keeps codes apart that would read alike in a row', () => {
    const one: Scope = { kind: 'categoryBrand', category: 'a","b', brand: 'c' };
    const other: Scope = { kind: 'categoryBrand', category: 'a', brand: 'b","c' };
    expect(scopeKey(one)).not.toBe(scopeKey(other));
  });
});
