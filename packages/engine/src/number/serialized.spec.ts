import fc from 'fast-check';
import { decimal, type Decimal } from './decimal';
import { divide } from './exact';
import { serialized } from './serialized';

/** Plain data with numbers in it, and the same with each of them written out. */
const parts = fc.letrec<{ part: readonly [unknown, unknown] }>((tie) => ({
  part: fc.oneof(
    { maxDepth: 4 },
    fc.constantFrom(null, true, 'words', undefined).map((one) => [one, one] as const),
    fc.tuple(fc.integer({ min: -99999, max: 99999 }), fc.nat({ max: 4 })).map(([units, scale]) => {
      const text = (units / 10 ** scale).toFixed(scale).replace(/^-(0(?:\.0*)?)$/, '$1');
      const value: Decimal = { units, scale };
      return [value, text] as const;
    }),
    fc
      .array(tie('part'), { maxLength: 4 })
      .map((all) => [all.map(([one]) => one), all.map(([, text]) => text)] as const),
    fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), tie('part'), { maxKeys: 4 }).map((all) => {
      const side = (place: 0 | 1) =>
        Object.fromEntries(Object.entries(all).map(([key, pair]) => [key, pair[place]]));
      return [side(0), side(1)] as const;
    }),
  ),
})).part;

describe('what is printed', () => {
  it('has every number written out and all else as it is, wherever it stands', () => {
    fc.assert(
      fc.property(parts, ([value, text]) => {
        const before = JSON.stringify(value);
        expect(serialized(value)).toEqual(text);
        expect(JSON.stringify(value)).toBe(before); // what was given is not touched
      }),
    );
  });

  it('marks a number that does not end', () => {
    const third = divide(decimal('1'), decimal('3'));
    expect(serialized({ of: [third] })).toEqual({ of: ['0.3333333333...'] });
  });

  it('keeps the order of fields, and does not copy what has no number in it', () => {
    const words = { title: 'Spring', reasons: ['code'] };
    const all = serialized({ b: decimal('2.50'), words, a: decimal('1') });
    expect(Object.keys(all)).toEqual(['b', 'words', 'a']);
    expect(all.words).toBe(words);
  });
});
