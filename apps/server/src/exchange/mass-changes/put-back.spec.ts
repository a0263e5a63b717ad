import fc from 'fast-check';
import { putBack } from './put-back';

interface Thing {
  readonly name: string;
  readonly level: string | null;
  readonly units: readonly string[];
}

const THING: Thing = { name: 'Harbour', level: null, units: ['box'] };

describe('putting back what a change of many has changed', () => {
  it('goes by fields: what others changed since stays', () => {
    const after = { ...THING, level: 'gold' };
    const now = { ...after, name: 'Harbour Ltd' };
    expect(putBack(THING, after, now)).toEqual({
      kind: 'back',
      content: { ...THING, name: 'Harbour Ltd' },
    });
  });

  it('leaves alone what somebody has changed in the same field', () => {
    const after = { ...THING, level: 'gold' };
    expect(putBack(THING, after, { ...after, level: 'silver' })).toEqual({ kind: 'changed' });
    expect(putBack(THING, { ...after, units: [] }, after).kind).toBe('changed');
  });

  it('has nothing to do where it is what it was, in the fields that it had changed', () => {
    const after = { ...THING, level: 'gold' };
    expect(putBack(THING, after, THING)).toEqual({ kind: 'is' });
    expect(putBack(THING, after, { ...THING, name: 'Other' })).toEqual({ kind: 'is' });
    expect(putBack<Thing>(null, THING, null)).toEqual({ kind: 'is' });
  });

  it('removes what it had made, and brings back what it had removed, as long as it is that', () => {
    expect(putBack<Thing>(null, THING, THING)).toEqual({ kind: 'back', content: null });
    expect(putBack<Thing>(null, THING, { ...THING, name: 'x' })).toEqual({ kind: 'changed' });
    expect(putBack<Thing>(THING, null, null)).toEqual({ kind: 'back', content: THING });
    expect(putBack<Thing>(THING, null, { ...THING, name: 'x' })).toEqual({ kind: 'changed' });
    expect(putBack(THING, { ...THING, name: 'x' }, null)).toEqual({ kind: 'changed' });
  });

  it('takes a list whole', () => {
    expect(putBack(['a'], ['b'], ['b'])).toEqual({ kind: 'back', content: ['a'] });
    expect(putBack(['a'], ['b'], ['b', 'c'])).toEqual({ kind: 'changed' });
  });

  it('undoes any change exactly, whatever else was changed meanwhile', () => {
    const word = fc.constantFrom('a', 'b', 'c');
    const thing = fc.record({ name: word, level: fc.option(word), units: fc.array(word) });
    fc.assert(
      fc.property(thing, thing, word, (before, after, name) => {
        const touchesName = before.name !== after.name;
        const now = touchesName ? after : { ...after, name };
        const put = putBack(before, after, now);
        const wanted = touchesName ? before : { ...before, name };
        if (put.kind === 'is') expect(now).toEqual(wanted);
        else expect(put).toEqual({ kind: 'back', content: wanted });
      }),
    );
  });
});
