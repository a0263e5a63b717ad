import { entry, levelContent } from '../../testing/levels';
import { followingLevel, sameLevel } from './level-edits';

describe('a level made from another', () => {
  const source = levelContent({
    name: 'Trade',
    entries: [entry('a', '-10')],
    exceptions: ['CL-1'],
  });

  it('says the same on its own, under ids of its own', () => {
    const copy = sameLevel(source);
    expect(copy.name).toBe('Trade copy');
    expect(copy.exceptions).toEqual(['CL-1']);
    expect(copy.entries.map(({ scope, adjusting }) => ({ scope, adjusting }))).toEqual(
      source.entries.map(({ scope, adjusting }) => ({ scope, adjusting })),
    );
    expect(copy.entries[0]?.id).not.toBe('a');
  });

  it('follows the other with a percent on its full result', () => {
    const copy = followingLevel('trade', source, '-5');
    expect(copy.entries.length).toBe(1);
    expect(copy.entries[0]).toEqual(
      jasmine.objectContaining({
        scope: { kind: 'all' },
        basis: { kind: 'level', level: 'trade' },
        adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent: '-5' } },
      }),
    );
    expect(copy.exceptions).toEqual([]);
  });

  it('has a name that is not too long', () => {
    expect(sameLevel({ ...source, name: 'x'.repeat(120) }).name.length).toBe(120);
  });
});
