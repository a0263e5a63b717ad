import fc from 'fast-check';
import { batches } from './batches';

describe('rows in batches', () => {
  it('are all of them in their order, none larger than asked for and none empty', () => {
    fc.assert(
      fc.property(fc.array(fc.integer()), fc.integer({ min: 1, max: 9 }), (rows, size) => {
        const all = batches(rows, size);
        expect(all.flat()).toEqual(rows);
        expect(all.every((some) => some.length > 0 && some.length <= size)).toBeTrue();
        expect(all.slice(0, -1).every((some) => some.length === size)).toBeTrue();
      }),
    );
  });
});
