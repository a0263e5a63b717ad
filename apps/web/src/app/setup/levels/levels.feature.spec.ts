import type { LevelContent, LevelView } from '@honest-ledger/contracts';
import type { Action } from '@ngrx/store';
import { levelContent } from '../../testing/levels';
import { levelsActions, levelsFeature, serverVersion, type OpenLevel } from './levels.feature';

const content = (name: string): LevelContent => levelContent({ name });
const drafted = (name: string, revision: number): LevelView['draft'] => ({
  draft: 'd',
  draftName: 'Draft',
  content: content(name),
  revision,
});
const view = (draft: LevelView['draft'] = null): LevelView => ({
  id: 'a',
  published: content('Published'),
  draft,
});

function after(...actions: Action[]): OpenLevel {
  let state = levelsFeature.reducer(undefined, levelsActions.came({ level: view() }));
  for (const action of actions) state = levelsFeature.reducer(state, action);
  if (!state.level.value) throw new Error('no level is open');
  return state.level.value;
}
const conflict = levelsActions.notSaved({
  key: 'a',
  problem: {
    type: 'about:blank',
    title: 'Conflict',
    status: 409,
    detail: '',
    current: drafted('Theirs', 5),
  },
});

describe('an open level', () => {
  it('begins from the draft where the draft has it, else from what is published', () => {
    expect(after().editing.content.name).toBe('Published');
    const open = after(levelsActions.came({ level: view(drafted('Drafted', 2)) }));
    expect([open.editing.content.name, open.editing.revision]).toEqual(['Drafted', 2]);
  });

  it('shows what somebody else left, and takes it or insists', () => {
    const edited = levelsActions.edited({ content: content('Mine') });
    expect(serverVersion(after(edited, conflict).editing)?.content?.name).toBe('Theirs');
    const taken = after(edited, conflict, levelsActions.serverVersionTaken());
    expect([taken.editing.content.name, taken.editing.revision, taken.editing.state]).toEqual([
      'Theirs',
      5,
      'saved',
    ]);
    const localVersion = after(edited, conflict, levelsActions.rebased());
    expect([
      localVersion.editing.content.name,
      localVersion.editing.revision,
      localVersion.editing.state,
    ]).toEqual(['Mine', 5, 'changed']);
  });

  it('ignores answers about another level', () => {
    const other = levelsActions.saved({
      key: 'b',
      content: content('x'),
      answer: { revision: 9, at: '' },
    });
    expect(after(other).editing.revision).toBe(0);
  });
});
